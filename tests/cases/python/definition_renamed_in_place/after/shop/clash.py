from shop.models import Colony as Hive

Colony = 1
print(Hive, Colony)
