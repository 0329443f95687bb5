from flask import Flask

app = Flask(__name__)


@app.get("/")
def show():
    return "hello"
