package coop.waxmoor

fun main(arguments: Array<String>) = println("harvests ${arguments.size}")

fun weigh(first: Int, second: Map<String, Int>): Int = first
