package coop.waxmoor.services

/** Swarms that left. */
class SwarmService {
    fun count(swarms: List<String>): Int {
        println("swarms $swarms")
        return swarms.size
    }
}
