"""Requests about the weather."""


def show_weather():
    return {"sky": "clear"}
