package coop.waxmoor.lessons.first

fun weigh() = 1

fun main() = println(weigh())
