import shop.models.item
import shop.sales.order
import shop.sales.order as o

print(shop.sales.order.LIMIT, shop.models.item.NAME, o.LIMIT)


def shadowed(shop):
    return shop.models.order.LIMIT
