package coop.waxmoor.models

/** Who lays the eggs. */
class Queen {
    fun show(): String = "fair"
}
