from shop.models import Hive

Colony = 1
print(Hive, Colony)
