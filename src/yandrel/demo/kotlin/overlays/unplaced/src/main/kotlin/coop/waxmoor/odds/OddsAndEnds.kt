package coop.waxmoor.odds

/** Nobody knows where it belongs. */
class OddsAndEnds {
    fun show(): String = "fair"
}
