package coop.waxmoor.services

import coop.waxmoor.shared.Frames

/** Sizes of hives. */
class HiveSizeService {
    fun frames(boxes: Int): Int = Frames.of(boxes)
}
