package coop.waxmoor.models

import coop.waxmoor.shared.InvalidException

/** Says what a harvest may weigh. */
object WeightValidator {
    fun check(grams: Int) {
        if (grams !in 1..60_000) throw InvalidException("a harvest of $grams grams")
    }
}
