from .orders import Order
