package coop.waxmoor.routes

import coop.waxmoor.controllers.KeeperController
import coop.waxmoor.repositories.KeeperRepository
import coop.waxmoor.services.KeeperService
import coop.waxmoor.shared.Routes

fun keeperRoutes(): Routes {
    val controller = KeeperController(KeeperService(KeeperRepository()))
    return mapOf(
        "/" to controller::index,
        "/count" to controller::count,
        "/welcome" to controller::welcome
    )
}
