from fastapi import FastAPI
from fastapi.middleware.wsgi import WSGIMiddleware
from flask import Flask

from routes.main_routes import main_blueprint

pages = Flask(__name__)
app = FastAPI()
admin = FastAPI()

pages.register_blueprint(main_blueprint)


@app.get("/orders")
def list_orders():
    return []


@admin.get("/orders")
def list_all_orders():
    return []


app.mount("/admin", admin)
app.mount("/pages", WSGIMiddleware(pages))
