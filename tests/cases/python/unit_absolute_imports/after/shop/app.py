import json
from shop.sales.orders import Order
from shop.sales import orders

def make():
    return Order(), orders.Order(), json
