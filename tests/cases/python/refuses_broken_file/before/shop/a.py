from . import b

def f(:
    pass
