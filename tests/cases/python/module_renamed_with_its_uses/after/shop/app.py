from shop import sale


def run(order_id):
    return sale.total() + order_id
