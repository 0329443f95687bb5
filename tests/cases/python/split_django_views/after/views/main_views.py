from django.http import JsonResponse

from services.order_service import ORDERS


def front_page(request):
    return JsonResponse({"orders": len(ORDERS)})
