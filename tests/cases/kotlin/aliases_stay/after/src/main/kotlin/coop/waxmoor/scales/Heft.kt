package coop.waxmoor.scales

fun weigh(grams: Int) = grams / 1000.0
