from shop.models import *
from shop.models.sale import Order as Named
from shop.models.sale import Order

print(Order, Line, Named)
