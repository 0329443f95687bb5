package coop.waxmoor.shared

/** Sizes of frames. */
object Frames {
    fun of(boxes: Int): Int = boxes * 10
}
