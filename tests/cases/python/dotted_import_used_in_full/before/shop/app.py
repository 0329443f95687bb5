import shop.models.item
import shop.models.order
import shop.models.order as o

print(shop.models.order.LIMIT, shop.models.item.NAME, o.LIMIT)


def shadowed(shop):
    return shop.models.order.LIMIT
