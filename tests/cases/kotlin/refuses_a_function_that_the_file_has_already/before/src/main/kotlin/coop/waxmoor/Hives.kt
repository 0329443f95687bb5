package coop.waxmoor

fun main(args: Array<String>) = println("hives ${args.size}")

fun weigh(hive: String, weight: Int = 1): Int = weight

fun weigh(hive: String): Int = hive.length
