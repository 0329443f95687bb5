package coop.waxmoor.models

import java.util.Date

/** A hive. */
class Hive(val frames: List<Frame>, val since: Date)

/** Holds a comb. */
class Frame(val made: Date, val keepers: Map<Int, Hive>)
