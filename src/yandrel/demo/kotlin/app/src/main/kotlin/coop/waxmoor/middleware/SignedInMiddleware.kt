package coop.waxmoor.middleware

import coop.waxmoor.shared.Handler
import coop.waxmoor.shared.InvalidException

class SignedInMiddleware : Middleware {
    override fun pass(request: Map<String, String>, next: Handler): Any {
        if ("keeper" !in request && "hive" !in request) throw InvalidException("sign in first")
        return next(request)
    }
}
