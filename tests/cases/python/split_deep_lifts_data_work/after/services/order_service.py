from database import get_db


def save_order(name, price):
    db = get_db()
    cursor = db.execute("INSERT INTO orders (name, price) VALUES (?, ?)", (name, price))
    db.commit()
    number = cursor.lastrowid
    return number
