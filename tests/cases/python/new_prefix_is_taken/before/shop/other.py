from flask import Blueprint

other = Blueprint("other", __name__, url_prefix="/parcels")
