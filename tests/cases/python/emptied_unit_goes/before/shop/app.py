from shop.order import Order

print(Order)
