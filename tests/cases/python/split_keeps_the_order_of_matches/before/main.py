from fastapi import FastAPI

app = FastAPI()


@app.get("/{kind}/latest")
def latest(kind: str):
    return kind


@app.get("/orders/{number}")
def show_order(number: str):
    return number


@app.get("/orders")
def list_orders():
    return []


@app.get("/parts/{number}")
def show_part(number: str):
    return number


@app.get("/parts")
def list_parts():
    return []
