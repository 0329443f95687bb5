package coop.waxmoor.validators

import coop.waxmoor.models.Hive

/** Says which hives have frames. */
class FrameValidator {
    fun fits(hive: Hive?): Boolean = hive != null
}
