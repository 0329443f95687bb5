import os
from shop.old import A

print(os, A)