package coop.waxmoor.routes

import coop.waxmoor.controllers.HiveController
import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.services.HiveService
import coop.waxmoor.shared.Routes

fun hiveRoutes(hives: HiveRepository): Routes {
    val controller = HiveController(HiveService(hives), hives)
    return mapOf(
        "/" to controller::index,
        "/count" to controller::count,
        "/full" to controller::full,
        "/open" to controller::open
    )
}
