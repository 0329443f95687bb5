RATE = 2


def price(n):
    return n * RATE


def show(n):
    return str(price(n))
