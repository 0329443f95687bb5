from fastapi import APIRouter

router = APIRouter()


@router.get("/{year}")
def report(year: int):
    return year
