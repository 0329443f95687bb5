from fastapi import FastAPI
from starlette.staticfiles import StaticFiles

from reports import router
from routers.orders import orders_router
from routers.parts import parts_router

app = FastAPI()

app.include_router(orders_router, prefix="/orders")
app.include_router(parts_router, prefix="/parts")
app.include_router(router, prefix="/orders/reports")

app.mount("/", StaticFiles(directory="static", html=True, check_dir=False))


@app.get("/late")
def late():
    return "never reached"
