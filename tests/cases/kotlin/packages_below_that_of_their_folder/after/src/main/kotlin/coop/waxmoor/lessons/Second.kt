package coop.waxmoor.lessons.second

fun main() = println(coop.waxmoor.lessons.first.weigh())
