"""Waxmoor, how it all began: the beekeepers' co-operative in one file."""

import os
import sqlite3
from datetime import date
from functools import wraps

from flask import Flask, abort, g, jsonify, redirect, render_template, request, url_for

DATABASE = os.environ.get("WAXMOOR_DATABASE", "waxmoor.sqlite3")
HONEY_GRADES = {"light": 3, "amber": 2, "dark": 1}
SEASON = range(4, 10)
KEY = os.environ.get("WAXMOOR_KEY", "smoker")

app = Flask(__name__)
app.config["DATABASE"] = DATABASE


class Hive:
    """A hive, where it stands, and how many frames it has."""

    def __init__(self, number, place, frames):
        self.number = number
        self.place = place
        self.frames = frames

    @classmethod
    def from_row(cls, row):
        return cls(row["id"], row["place"], row["frames"])

    def as_json(self):
        return {"number": self.number, "place": self.place, "frames": self.frames}


class HarvestError(Exception):
    """A harvest that cannot be."""


def get_db():
    if "db" not in g:
        g.db = sqlite3.connect(app.config["DATABASE"])
        g.db.row_factory = sqlite3.Row
    return g.db


@app.teardown_appcontext
def close_db(error):
    db = g.pop("db", None)
    if db is not None:
        db.close()


def init_db(path):
    connection = sqlite3.connect(path)
    connection.executescript(
        """
        CREATE TABLE IF NOT EXISTS hives (id INTEGER PRIMARY KEY, place TEXT, frames INTEGER);
        CREATE TABLE IF NOT EXISTS harvests (
            id INTEGER PRIMARY KEY, hive INTEGER, weight REAL, grade TEXT, taken_on TEXT
        );
        """
    )
    connection.close()


def in_season(day):
    return day.month in SEASON


# Every keeper has the same key, so far.
def signed_in(view):
    @wraps(view)
    def guarded(*args, **kwargs):
        if request.headers.get("X-Key") != KEY:
            abort(401)
        return view(*args, **kwargs)

    return guarded


@app.errorhandler(HarvestError)
def answer_harvest_error(error):
    return jsonify(error=str(error)), 400


@app.route("/")
def front_page():
    hives = find_hives()
    return render_template("front.html", hives=hives, today=date.today())


@app.route("/about")
def about():
    return redirect(url_for("front_page"))


def find_hives():
    rows = get_db().execute("SELECT * FROM hives ORDER BY id").fetchall()
    return [Hive.from_row(row) for row in rows]


@app.route("/hives")
def list_hives():
    return jsonify([hive.as_json() for hive in find_hives()])


@app.route("/hives", methods=["POST"])
@signed_in
def add_hive():
    data = request.get_json()
    place = data["place"]
    frames = int(data.get("frames", 10))
    db = get_db()
    cursor = db.execute("INSERT INTO hives (place, frames) VALUES (?, ?)", (place, frames))
    db.commit()
    number = cursor.lastrowid
    return jsonify(number=number), 201, {"Location": url_for("show_hive", number=number)}


@app.route("/hives/<int:number>")
def show_hive(number):
    row = get_db().execute("SELECT * FROM hives WHERE id = ?", (number,)).fetchone()
    if row is None:
        abort(404)
    return jsonify(Hive.from_row(row).as_json())


@app.route("/harvests")
def list_harvests():
    rows = get_db().execute("SELECT * FROM harvests ORDER BY id").fetchall()
    return jsonify([dict(row) for row in rows])


@app.route("/harvests", methods=["POST"])
@signed_in
def add_harvest():
    data = request.get_json()
    taken_on = date.fromisoformat(data["taken_on"])
    if not in_season(taken_on):
        raise HarvestError("no honey is taken out of season")
    if data["grade"] not in HONEY_GRADES:
        raise HarvestError(f"no grade is called {data['grade']}")
    db = get_db()
    db.execute(
        "INSERT INTO harvests (hive, weight, grade, taken_on) VALUES (?, ?, ?, ?)",
        (data["hive"], data["weight"], data["grade"], data["taken_on"]),
    )
    db.commit()
    app.logger.info("%s kg from hive %s", data["weight"], data["hive"])
    return "", 201


@app.route("/harvests/total")
def total_harvest():
    row = get_db().execute("SELECT SUM(weight) AS total FROM harvests").fetchone()
    return jsonify(total=row["total"] or 0)


if __name__ == "__main__":
    init_db(DATABASE)
    app.run(port=5080)
