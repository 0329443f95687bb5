package coop.waxmoor.models

/** What holds a comb. */
class Frame {
    fun show(): String = "fair"
}
