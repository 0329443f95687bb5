import json
from shop.orders import Order
from shop import orders

def make():
    return Order(), orders.Order(), json
