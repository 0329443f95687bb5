package coop.waxmoor.routes

import coop.waxmoor.controllers.HarvestController
import coop.waxmoor.repositories.HarvestRepository
import coop.waxmoor.services.HarvestService
import coop.waxmoor.shared.Routes

fun harvestRoutes(): Routes {
    val controller = HarvestController(HarvestService(HarvestRepository()))
    return mapOf(
        "/" to controller::index,
        "/record" to controller::record,
        "/share" to controller::share,
        "/harvests/total" to controller::total
    )
}
