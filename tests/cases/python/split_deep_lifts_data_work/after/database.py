import sqlite3


def get_db():
    connection = sqlite3.connect("shop.db")
    connection.row_factory = sqlite3.Row
    return connection
