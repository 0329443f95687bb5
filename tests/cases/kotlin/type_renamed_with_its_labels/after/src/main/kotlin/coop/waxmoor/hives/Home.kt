package coop.waxmoor.hives

open class Home {
    fun open() {}
}
