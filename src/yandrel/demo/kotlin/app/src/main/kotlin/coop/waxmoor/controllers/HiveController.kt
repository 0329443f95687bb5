package coop.waxmoor.controllers

import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.services.HiveService
import coop.waxmoor.shared.number
import coop.waxmoor.shared.text

class HiveController(private val service: HiveService, private val hives: HiveRepository) : BaseController() {
    fun index(request: Map<String, String>): Any = list(hives.all())

    fun count(request: Map<String, String>): Any = service.count()

    fun full(request: Map<String, String>): Any = list(service.full())

    fun open(request: Map<String, String>): Any =
        show(service.open(request.text("name"), request.number("keeper")))
}
