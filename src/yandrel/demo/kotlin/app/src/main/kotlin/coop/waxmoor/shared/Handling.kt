package coop.waxmoor.shared

typealias Handler = (Map<String, String>) -> Any

typealias Routes = Map<String, Handler>

/** Takes a number out of a request. */
fun Map<String, String>.number(name: String): Int =
    this[name]?.toIntOrNull() ?: throw InvalidException("$name must be a number")

fun Map<String, String>.text(name: String): String = this[name] ?: throw InvalidException("$name is missing")
