package coop.waxmoor.controllers

import coop.waxmoor.services.HarvestService
import coop.waxmoor.shared.number as numberOf

class HarvestController(private val service: HarvestService) : BaseController() {
    fun record(request: Map<String, String>): Any =
        show(service.record(request.numberOf("hive"), request.numberOf("grams"), request.numberOf("month")))

    fun total(request: Map<String, String>): Any = service.total(request.numberOf("hive"))
}
