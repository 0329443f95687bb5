from fastapi import APIRouter

parts_router = APIRouter()


@parts_router.get("/{number}")
def show_part(number: str):
    return number


@parts_router.get("")
def list_parts():
    return []
