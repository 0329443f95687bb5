from shop.sales.order import Order

print(Order)
