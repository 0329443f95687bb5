import store.order
import shop

print(store.order.LIMIT, shop.__name__)
