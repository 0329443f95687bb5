package coop.waxmoor.services

import coop.waxmoor.models.Hive
import coop.waxmoor.models.isFull
import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.shared.NotFoundException
import coop.waxmoor.validators.NameValidator

class HiveService(private val hives: HiveRepository) {
    fun open(name: String, keeper: Int): Hive {
        NameValidator.check(name)
        return hives.save(Hive(name, keeper))
    }

    fun find(number: Int): Hive = hives.find(number) ?: throw NotFoundException("hive $number")

    fun count(): Int = hives.all().size

    fun full(): List<Hive> = hives.all().filter { it.isFull() }
}
