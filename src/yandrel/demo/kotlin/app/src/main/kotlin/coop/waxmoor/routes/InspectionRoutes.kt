package coop.waxmoor.routes

import coop.waxmoor.controllers.InspectionController
import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.repositories.InspectionRepository
import coop.waxmoor.services.HiveService
import coop.waxmoor.services.InspectionService
import coop.waxmoor.shared.Routes

fun inspectionRoutes(hives: HiveRepository): Routes {
    val controller = InspectionController(InspectionService(InspectionRepository()), HiveService(hives))
    return mapOf(
        "/" to controller::index,
        "/count" to controller::count,
        "/note" to controller::note,
        "/unhealthy" to controller::unhealthy
    )
}
