package coop.waxmoor.hives

/** How a round is weighed. */
enum class Scale {
    KILOS { override fun shown(weight: Int): String = "$weight kg" },
    POUNDS { override fun shown(weight: Int): String { return "$weight lb" } };

    abstract fun shown(weight: Int): String
}

/** Asks what is to be called. */
@Suppress("UNUSED_PARAMETER") // it is called by name alone
fun callBack(handler: (Int) -> Unit, weight: Int) {
    if (weight > 0) {
        // the handler is called
        (handler)(weight)
    }
}

fun main() = callBack({ println(Scale.KILOS.shown(it)) }, 4)
