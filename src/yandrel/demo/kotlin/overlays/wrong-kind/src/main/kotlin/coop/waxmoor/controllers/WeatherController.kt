package coop.waxmoor.controllers

/** Answers for the weather. */
interface WeatherController {
    fun show(): String
}
