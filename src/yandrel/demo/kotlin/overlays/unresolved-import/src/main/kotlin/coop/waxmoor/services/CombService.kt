package coop.waxmoor.services

import coop.waxmoor.models.Comb

/** What can be done with combs. */
class CombService {
    fun fits(comb: Comb?): Boolean = comb != null
}
