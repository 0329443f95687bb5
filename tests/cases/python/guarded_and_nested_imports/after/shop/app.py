try:
    from shop.native.fast import add
except ImportError:
    from shop.slow import add


def later():
    if True: import shop.native.fast as quick; quick.add()
    return add
