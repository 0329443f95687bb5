ORDERS = []
