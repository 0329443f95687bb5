import sys

from django.conf import settings

settings.configure(SECRET_KEY="for tests", ROOT_URLCONF=__name__, ALLOWED_HOSTS=["*"])

from django.http import JsonResponse
from django.urls import path

ORDERS = []


def list_orders(request):
    return JsonResponse(ORDERS, safe=False)


def show_order(request, number):
    return JsonResponse(ORDERS[number], safe=False)


def front_page(request):
    return JsonResponse({"orders": len(ORDERS)})


urlpatterns = [
    path("", front_page),
    path("orders/", list_orders),
    path("orders/<int:number>/", show_order),
]

if __name__ == "__main__":
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
