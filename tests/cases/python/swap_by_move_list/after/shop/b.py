from shop.a import B

A = B
