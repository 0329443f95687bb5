import os
from shop.new import A

print(os, A)