from shop.models import Customer, Order, find
