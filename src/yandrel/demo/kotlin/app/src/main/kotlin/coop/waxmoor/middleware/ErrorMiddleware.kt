package coop.waxmoor.middleware

import coop.waxmoor.shared.Handler
import coop.waxmoor.shared.InvalidException

class ErrorMiddleware : Middleware {
    override fun pass(request: Map<String, String>, next: Handler): Any =
        try {
            next(request)
        } catch (error: InvalidException) {
            mapOf("error" to error.message)
        }
}
