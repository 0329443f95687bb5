from django.http import JsonResponse

from services.order_service import ORDERS


def list_orders(request):
    return JsonResponse(ORDERS, safe=False)


def show_order(request, number):
    return JsonResponse(ORDERS[number], safe=False)
