package coop.waxmoor.hives

class Scale(val grams: Int) {
    fun weigh() = grams @@ 2
}
