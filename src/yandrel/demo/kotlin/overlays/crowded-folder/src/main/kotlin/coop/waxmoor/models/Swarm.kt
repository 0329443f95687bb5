package coop.waxmoor.models

/** Who left. */
class Swarm {
    fun show(): String = "fair"
}
