package coop.waxmoor

import coop.waxmoor.middleware.ErrorMiddleware
import coop.waxmoor.middleware.SignedInMiddleware
import coop.waxmoor.middleware.membersOnly
import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.routes.harvestRoutes
import coop.waxmoor.routes.hiveRoutes
import coop.waxmoor.routes.inspectionRoutes
import coop.waxmoor.routes.keeperRoutes
import coop.waxmoor.shared.Handler
import coop.waxmoor.shared.Routes

/** Mounts every router under its prefix. */
fun openServer(): Server {
    val server = Server(listOf(ErrorMiddleware(), SignedInMiddleware()))
    val hives = HiveRepository()
    server.mount("/hives", hiveRoutes(hives))
    server.mount("/hives" + "/inspections", inspectionRoutes(hives))
    server.mount("/harvests", harvestRoutes())
    server.mount("/keepers", keeperRoutes())
    return server
}

/** Lets only keepers through. */
fun guarded(routes: Routes): Routes {
    val found = linkedMapOf<String, Handler>()
    for ((path, handler) in routes) found[path] = membersOnly(handler)
    return found
}

fun main() {
    println(openServer().paths().joinToString("\n"))
}
