from shop import models
from shop import sales

print(sales.Order, models.Item)
