package coop.waxmoor.models

class Hive {
    fun weight() = weigh(3)
}

private fun weigh(grams: Int) = grams

class Frame {
    val weight = weigh(2)
}
