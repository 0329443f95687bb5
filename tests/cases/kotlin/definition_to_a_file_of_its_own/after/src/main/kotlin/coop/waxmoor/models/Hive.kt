package coop.waxmoor.models

import coop.waxmoor.frames.Frame
import java.util.Date

/** A hive. */
class Hive(val frames: List<Frame>, val since: Date)
