from shop import a, b
from shop.a import A
from shop.b import B

print(a.A, b.B, A, B)
