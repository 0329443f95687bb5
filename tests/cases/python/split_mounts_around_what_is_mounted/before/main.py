from fastapi import FastAPI
from starlette.staticfiles import StaticFiles

from reports import router

app = FastAPI()


@app.get("/orders")
def list_orders():
    return []


@app.get("/orders/{number}")
def show_order(number: str):
    return number


app.include_router(router, prefix="/orders/reports")


@app.get("/parts")
def list_parts():
    return []


@app.get("/parts/{name}")
def show_part(name: str):
    return name


app.mount("/", StaticFiles(directory="static", html=True, check_dir=False))


@app.get("/late")
def late():
    return "never reached"
