package coop.waxmoor.controllers

/** Answers for the weather. */
class WeatherController : BaseController() {
    fun show(): String = "fair"

    fun forecast(): String = "cloudy"
}
