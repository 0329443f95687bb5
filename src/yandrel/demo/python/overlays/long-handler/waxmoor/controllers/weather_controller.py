"""Requests about the weather."""

from waxmoor.controllers.base_controller import BaseController


class WeatherController(BaseController):
    """The weather."""

    def show(self):
        day1 = 1
        day2 = 2
        day3 = 3
        day4 = 4
        day5 = 5
        day6 = 6
        day7 = 7
        day8 = 8
        day9 = 9
        day10 = 10
        day11 = 11
        day12 = 12
        day13 = 13
        day14 = 14
        day15 = 15
        return {"sum": day1 + day15}
