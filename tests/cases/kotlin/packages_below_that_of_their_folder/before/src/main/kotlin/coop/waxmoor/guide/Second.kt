package coop.waxmoor.guide.second

fun main() = println(coop.waxmoor.guide.first.weigh())
