package coop.waxmoor.controllers

/** Answers for the weather. */
class WeatherController {
    fun show(): String = "fair"
}
