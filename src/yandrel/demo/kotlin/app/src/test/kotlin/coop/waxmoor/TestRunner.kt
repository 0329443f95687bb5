package coop.waxmoor

import coop.waxmoor.services.HarvestServiceTest
import coop.waxmoor.services.HiveServiceTest

fun main() {
    HiveServiceTest().opensHives()
    HiveServiceTest().namesAreNeeded()
    HarvestServiceTest().sharesHarvests()
    val request = mapOf("name" to "Moor edge", "keeper" to "1")
    check(openServer().serve("/hives/open", request).toString().contains("Moor edge"))
    val answer = openServer().serve("/keepers/count", mapOf("hive" to "1"))
    check(answer.toString().contains("this is for members"))
    check(openServer().serve("/hives/inspections/count", request) == 0)
    println("6 tests passed")
}
