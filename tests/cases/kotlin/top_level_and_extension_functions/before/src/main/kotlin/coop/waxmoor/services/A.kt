package coop.waxmoor.services

import coop.waxmoor.models.Hive
import coop.waxmoor.models.isFull
import coop.waxmoor.models.label

class A(private val hive: Hive) {
    fun label() = hive.label
    fun isFull() = hive.isFull()
    fun most(MOST: Int) = MOST
}
