package coop.waxmoor

import coop.waxmoor.middleware.ErrorMiddleware
import coop.waxmoor.middleware.SignedInMiddleware
import coop.waxmoor.routes.harvestRoutes
import coop.waxmoor.routes.hiveRoutes
import coop.waxmoor.routes.keeperRoutes

/** Mounts every router under its prefix. */
fun openServer(): Server {
    val server = Server(listOf(ErrorMiddleware(), SignedInMiddleware()))
    server.mount("/hives", hiveRoutes())
    server.mount("/harvests", harvestRoutes())
    server.mount("/keepers", keeperRoutes())
    return server
}

fun main() {
    println(openServer().paths().joinToString("\n"))
}
