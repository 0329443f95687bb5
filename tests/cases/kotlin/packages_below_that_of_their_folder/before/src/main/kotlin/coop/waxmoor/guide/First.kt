package coop.waxmoor.guide.first

fun weigh() = 1

fun main() = println(weigh())
