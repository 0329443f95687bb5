package coop.waxmoor.hives

class Comb(val cells: Int) {
    fun build() {}
}
