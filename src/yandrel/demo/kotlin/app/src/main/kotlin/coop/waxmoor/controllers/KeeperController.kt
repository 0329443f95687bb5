package coop.waxmoor.controllers

import coop.waxmoor.services.KeeperService
import coop.waxmoor.shared.number
import coop.waxmoor.shared.text

class KeeperController(private val service: KeeperService) : BaseController() {
    fun index(request: Map<String, String>): Any = list(service.all())

    fun count(request: Map<String, String>): Any = service.all().size

    fun welcome(request: Map<String, String>): Any =
        show(service.welcome(request.text("name"), request.number("year")))
}
