from shop.models import Item, Order
from shop import models

print(Item, Order, models.Order)
