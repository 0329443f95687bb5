package coop.waxmoor.shared

fun weigh(grams: Int) = grams / 1000.0
