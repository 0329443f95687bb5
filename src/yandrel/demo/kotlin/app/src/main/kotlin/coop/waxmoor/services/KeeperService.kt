package coop.waxmoor.services

import coop.waxmoor.ledgers.OPENED
import coop.waxmoor.models.Keeper
import coop.waxmoor.repositories.KeeperRepository
import coop.waxmoor.shared.InvalidException
import coop.waxmoor.validators.NameValidator

class KeeperService(private val keepers: KeeperRepository) {
    fun all(): List<Keeper> = keepers.all()

    fun welcome(name: String, year: Int): Keeper {
        NameValidator.check(name)
        if (year < OPENED) throw InvalidException("nobody joined in $year")
        return keepers.save(Keeper(name, year))
    }
}
