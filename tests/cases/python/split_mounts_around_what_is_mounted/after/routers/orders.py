from fastapi import APIRouter

orders_router = APIRouter()


@orders_router.get("")
def list_orders():
    return []


@orders_router.get("/{number}")
def show_order(number: str):
    return number
