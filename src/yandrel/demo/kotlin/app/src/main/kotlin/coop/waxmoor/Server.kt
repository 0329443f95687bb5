package coop.waxmoor

import coop.waxmoor.middleware.Middleware
import coop.waxmoor.shared.Handler
import coop.waxmoor.shared.NotFoundException
import coop.waxmoor.shared.Routes

/** Finds the handler of a path, through every middleware. */
class Server(private val middleware: List<Middleware>) {
    private val handlers = linkedMapOf<String, Handler>()

    fun mount(prefix: String, routes: Routes) {
        for ((path, handler) in routes) handlers[prefix + path] = handler
    }

    fun paths(): List<String> = handlers.keys.toList()

    fun serve(path: String, request: Map<String, String>): Any {
        val handler = handlers[path] ?: throw NotFoundException(path)
        return middleware.foldRight(handler) { step, next -> { step.pass(it, next) } }(request)
    }
}
