from shop.b import B

A = B
