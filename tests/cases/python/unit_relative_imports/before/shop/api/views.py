from .orders import Order as O


def show():
    from . import orders
    return orders.Order, O
