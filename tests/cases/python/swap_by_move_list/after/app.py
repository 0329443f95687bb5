from shop import b as a, a as b
from shop.b import A
from shop.a import B

print(a.A, b.B, A, B)
