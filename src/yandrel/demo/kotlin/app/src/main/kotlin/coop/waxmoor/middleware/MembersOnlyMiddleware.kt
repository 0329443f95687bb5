package coop.waxmoor.middleware

import coop.waxmoor.shared.Handler
import coop.waxmoor.shared.InvalidException

/** Lets only those through who give the number of a keeper. */
fun membersOnly(next: Handler): Handler = { request ->
    if ("keeper" !in request) throw InvalidException("this is for members")
    next(request)
}
