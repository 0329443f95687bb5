package coop.waxmoor.hives

import coop.waxmoor.callBack

/** How a round is weighed. */
enum class Scale {
    KILOS { override fun shown(weight: Int): String = "$weight kg" },
    POUNDS { override fun shown(weight: Int): String { return "$weight lb" } };

    abstract fun shown(weight: Int): String
}

fun main() = callBack({ println(Scale.KILOS.shown(it)) }, 4)
