from shop import sale as order

sale = 3


def run():
    return order.total() + sale
