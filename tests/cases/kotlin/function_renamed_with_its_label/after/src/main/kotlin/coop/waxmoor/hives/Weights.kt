package coop.waxmoor.hives

fun weigh(): Int = run {
    return@run 1
}

fun countAll(grams: List<Int>) {
    grams.forEach count@{
        if (it == 0) return@count
    }
    return@countAll
}
