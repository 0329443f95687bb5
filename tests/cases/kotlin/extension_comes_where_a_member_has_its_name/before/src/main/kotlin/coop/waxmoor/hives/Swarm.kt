package coop.waxmoor.hives

class Swarm {
    fun settle(): Int = 1
}
