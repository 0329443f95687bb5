package coop.waxmoor.hives

fun weigh(): Int = run {
    return@run 1
}

fun count(grams: List<Int>) {
    grams.forEach count@{
        if (it == 0) return@count
    }
    return@count
}
