from fastapi import FastAPI

from routers.parts import parts_router
from schemas.order import Order

app = FastAPI()
counter = 0


@app.post("/orders")
def add_order(order: Order):
    global counter
    counter += 1
    return counter


app.include_router(parts_router, prefix="/parts")
