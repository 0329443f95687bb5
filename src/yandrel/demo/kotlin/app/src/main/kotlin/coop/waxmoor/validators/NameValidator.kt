package coop.waxmoor.validators

import coop.waxmoor.shared.InvalidException

object NameValidator {
    fun check(name: String) {
        if (name.isBlank()) throw InvalidException("a name is missing")
    }
}
