package coop.waxmoor.models

/** What bees build. */
class Comb {
    fun show(): String = "fair"
}
