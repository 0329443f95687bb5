class Order:
    pass
