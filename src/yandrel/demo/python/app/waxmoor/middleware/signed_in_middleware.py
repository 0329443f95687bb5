"""Only members of the co-operative may write."""

from flask import current_app, jsonify, request

OPEN_METHODS = {"GET", "HEAD", "OPTIONS"}


def require_key():
    if request.method in OPEN_METHODS:
        return None
    if request.headers.get("X-Key") == current_app.config["KEY"]:
        return None
    return jsonify({"error": "not signed in"}), 401
