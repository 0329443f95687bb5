package coop.waxmoor.repositories

/** Says what is a day. */
class DayValidator {
    fun show(): String = "fair"
}
