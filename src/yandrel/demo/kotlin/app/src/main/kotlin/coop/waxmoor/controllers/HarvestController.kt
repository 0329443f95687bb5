package coop.waxmoor.controllers

import coop.waxmoor.services.HarvestService
import coop.waxmoor.shared.number as numberOf

class HarvestController(private val service: HarvestService) : BaseController() {
    fun index(request: Map<String, String>): Any = list(service.all())

    fun record(request: Map<String, String>): Any =
        show(service.record(request.numberOf("hive"), request.numberOf("grams"), request.numberOf("month")))

    fun share(request: Map<String, String>): Any = HarvestService.share(request.numberOf("grams"))

    fun total(request: Map<String, String>): Any = service.total(request.numberOf("hive"))
}
