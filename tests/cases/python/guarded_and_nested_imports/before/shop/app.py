try:
    from shop.fast import add
except ImportError:
    from shop.slow import add


def later():
    if True: import shop.fast as quick; quick.add()
    return add
