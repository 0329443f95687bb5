package coop.waxmoor.services

import coop.waxmoor.models.*
import coop.waxmoor.repositories.InspectionRepository

class InspectionService(private val inspections: InspectionRepository) {
    fun all(): List<Inspection> = inspections.all()

    fun unhealthy(): List<Inspection> = inspections.all().filter { !it.healthy }

    fun note(hive: Hive, healthy: Boolean): Inspection = inspections.save(Inspection(hive.number, healthy))
}
