from shop.b import price


def show(n):
    return str(price(n))
