package coop.waxmoor.services

import coop.waxmoor.models.*
import coop.waxmoor.repositories.InspectionRepository

class InspectionService(private val inspections: InspectionRepository) {
    fun note(hive: Hive, healthy: Boolean): Inspection = inspections.save(Inspection(hive.number, healthy))
}
