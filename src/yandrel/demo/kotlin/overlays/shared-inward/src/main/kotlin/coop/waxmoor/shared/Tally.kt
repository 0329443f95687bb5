package coop.waxmoor.shared

import coop.waxmoor.models.Harvest

/** Counts what there is. */
class Tally {
    fun fits(harvest: Harvest?): Boolean = harvest != null
}
