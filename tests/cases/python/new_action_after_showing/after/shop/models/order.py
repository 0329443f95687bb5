ORDER_LIMIT = 3


class Order:
    def __init__(self, number):
        self.number = number
