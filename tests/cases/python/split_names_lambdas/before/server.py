from flask import Flask, request

app = Flask(__name__)
app.add_url_rule("/health", "health", lambda: "ok")
app.add_url_rule("/orders/count", view_func=lambda: str(len(ORDERS)), methods=["GET"])

ORDERS = []


@app.post("/orders")
def add_order():
    ORDERS.append(request.get_json())
    return "", 201
