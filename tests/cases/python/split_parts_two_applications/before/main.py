from fastapi import FastAPI
from fastapi.middleware.wsgi import WSGIMiddleware
from flask import Flask

pages = Flask(__name__)
app = FastAPI()
admin = FastAPI()


@pages.route("/")
def front_page():
    return "hello"


@app.get("/orders")
def list_orders():
    return []


@admin.get("/orders")
def list_all_orders():
    return []


app.mount("/admin", admin)
app.mount("/pages", WSGIMiddleware(pages))
