package coop.waxmoor.controllers

import coop.waxmoor.services.*
import coop.waxmoor.shared.number
import coop.waxmoor.shared.text

class InspectionController(
    private val service: InspectionService,
    private val hives: HiveService
) : BaseController() {
    fun index(request: Map<String, String>): Any = list(service.all())

    fun count(request: Map<String, String>): Any = service.all().size

    fun unhealthy(request: Map<String, String>): Any = list(service.unhealthy())

    fun note(request: Map<String, String>): Any =
        show(service.note(hives.find(request.number("hive")), request.text("healthy") == "yes"))
}
