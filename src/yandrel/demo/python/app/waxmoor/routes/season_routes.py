"""Routes of the season calendar."""

from datetime import date

from flask import Blueprint, jsonify

from waxmoor.shared.season import season_of

calendar = Blueprint("calendar", __name__)


@calendar.get("/today")
def show_season():
    return jsonify({"season": season_of(date.today())})
