from fastapi import FastAPI

from routers.main import main_router
from routers.orders import orders_router
from routers.parts import parts_router

app = FastAPI()

app.include_router(main_router)
app.include_router(orders_router, prefix="/orders")
app.include_router(parts_router, prefix="/parts")
