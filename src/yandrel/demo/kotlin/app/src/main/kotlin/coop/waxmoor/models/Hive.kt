package coop.waxmoor.models

/** A hive of a [Keeper]. */
data class Hive(val name: String, val keeper: Int, val frames: Int = 10) : BaseModel() {
    override fun row() = mapOf("number" to number, "name" to name, "frames" to frames)

    companion object {
        const val MOST_FRAMES = 12
    }
}

fun Hive.isFull(): Boolean = frames >= Hive.MOST_FRAMES
