package coop.waxmoor.services

import coop.waxmoor.hives.isFull
import coop.waxmoor.hives.label
import coop.waxmoor.models.Hive

class A(private val hive: Hive) {
    fun label() = hive.label
    fun isFull() = hive.isFull()
    fun most(MOST: Int) = MOST
}
