import shop.web.http.api.views
from shop.web.http.api import show

print(shop.web.http.api.views.show, show)
