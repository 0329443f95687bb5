from ..sales.orders import Order as O


def show():
    from ..sales import orders
    return orders.Order, O
