from shop.models import *
from shop.models import Order as Named

print(Order, Line, Named)
