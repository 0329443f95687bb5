from fastapi import FastAPI
from pydantic import BaseModel

app = FastAPI()
counter = 0


class Order(BaseModel):
    name: str


@app.post("/orders")
def add_order(order: Order):
    global counter
    counter += 1
    return counter


@app.get("/parts")
def list_parts():
    return []


@app.get("/parts/{name}")
def show_part(name: str):
    return name
