import sys

from django.conf import settings

settings.configure(SECRET_KEY="for tests", ROOT_URLCONF=__name__, ALLOWED_HOSTS=["*"])

from django.urls import path

from views.main_views import front_page
from views.order_views import list_orders, show_order

urlpatterns = [
    path("", front_page),
    path("orders/", list_orders),
    path("orders/<int:number>/", show_order),
]

if __name__ == "__main__":
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
