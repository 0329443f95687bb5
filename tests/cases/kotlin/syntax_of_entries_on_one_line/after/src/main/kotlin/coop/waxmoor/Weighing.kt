package coop.waxmoor

/** Asks what is to be called. */
@Suppress("UNUSED_PARAMETER") // it is called by name alone
fun callBack(handler: (Int) -> Unit, weight: Int) {
    if (weight > 0) {
        // the handler is called
        (handler)(weight)
    }
}
