package coop.waxmoor

import coop.waxmoor.hives.Hive
import coop.waxmoor.reports.Report

fun main() {
    println(Report(listOf("one")).count() + Hive(3).weigh())
}
