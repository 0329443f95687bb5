"""Requests about the weather."""

from waxmoor.controllers.base_controller import BaseController


class WeatherController(BaseController):
    """The weather."""

    def show(self):
        return {"sky": "clear"}

    def forecast(self):
        return {"sky": "cloudy"}
