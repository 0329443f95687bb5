package coop.waxmoor.shared

/** When bees do what; see [coop.waxmoor.models.Harvest.season]. */
enum class Season {
    SPRING,
    SUMMER,
    AUTUMN,
    WINTER
}

fun seasonOf(month: Int): Season = Season.values()[(month - 3 + 12) % 12 / 3]
