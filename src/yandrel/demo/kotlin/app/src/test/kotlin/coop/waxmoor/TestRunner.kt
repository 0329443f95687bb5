package coop.waxmoor

import coop.waxmoor.services.HarvestServiceTest
import coop.waxmoor.services.HiveServiceTest

fun main() {
    HiveServiceTest().opensHives()
    HiveServiceTest().namesAreNeeded()
    HarvestServiceTest().sharesHarvests()
    val request = mapOf("name" to "Moor edge", "keeper" to "1")
    check(openServer().serve("/hives/open", request).toString().contains("Moor edge"))
    println("4 tests passed")
}
