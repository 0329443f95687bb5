package coop.waxmoor.services

/** What is in the till. */
class Bookkeeping {
    fun show(): String = "fair"
}
