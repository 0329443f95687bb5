from fastapi import APIRouter

main_router = APIRouter()


@main_router.get("/{kind}/latest")
def latest(kind: str):
    return kind
