from shop.models import Customer, find
from shop.orders.order import Order
