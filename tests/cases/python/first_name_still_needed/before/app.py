import shop.models.order

print(shop.models.order.LIMIT, shop.__name__)
