package coop.waxmoor.services

import coop.waxmoor.hives.Hive
import coop.waxmoor.models.*

class HiveService {
    val hive: Hive? = null
    val frame = Frame()
    val text = "${Hive(frame)}"
}
