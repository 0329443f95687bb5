from fastapi import APIRouter

parts_router = APIRouter()


@parts_router.get("")
def list_parts():
    return []


@parts_router.get("/{name}")
def show_part(name: str):
    return name
