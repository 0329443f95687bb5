package coop.waxmoor.middleware

import coop.waxmoor.shared.Handler

interface Middleware {
    fun pass(request: Map<String, String>, next: Handler): Any
}
