package coop.waxmoor.controllers

/** Answers for the weather. */
class WeatherController : BaseController() {
    fun show(): Int {
        val day1 = 1
        val day2 = 2
        val day3 = 3
        val day4 = 4
        val day5 = 5
        val day6 = 6
        val day7 = 7
        val day8 = 8
        val day9 = 9
        val day10 = 10
        val day11 = 11
        val day12 = 12
        val day13 = 13
        val day14 = 14
        val day15 = 15
        return day1 + day15
    }
}
