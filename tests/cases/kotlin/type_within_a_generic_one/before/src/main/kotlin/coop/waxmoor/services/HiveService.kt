package coop.waxmoor.services

import coop.waxmoor.models.Hive
import coop.waxmoor.models.Ledger

class HiveService {
    val first: Ledger<Hive>.Row<Hive>? = null
    val other: coop.waxmoor.models.Ledger<Hive>.Row<String>? = null
}
