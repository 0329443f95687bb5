import shop.api.views
from shop.api import show

print(shop.api.views.show, show)
