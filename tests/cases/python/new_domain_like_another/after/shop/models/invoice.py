INVOICE_LIMIT = 3


class Invoice:
    def __init__(self, number):
        self.number = number
