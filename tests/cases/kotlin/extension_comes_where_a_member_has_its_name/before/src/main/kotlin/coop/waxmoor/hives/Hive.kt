package coop.waxmoor.hives

class Hive {
    fun fill(swarm: Swarm) {
        swarm.settle()
        Comb(1).build()
    }
}
