package coop.waxmoor.frames

import coop.waxmoor.models.Hive
import java.util.Date

/** Holds a comb. */
class Frame(val made: Date, val keepers: Map<Int, Hive>)
