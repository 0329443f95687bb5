from shop import models

print(models.Order, models.Item)
