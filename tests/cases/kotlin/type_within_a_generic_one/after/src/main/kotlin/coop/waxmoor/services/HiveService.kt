package coop.waxmoor.services

import coop.waxmoor.models.Hive
import coop.waxmoor.shared.Ledger

class HiveService {
    val first: Ledger<Hive>.Row<Hive>? = null
    val other: coop.waxmoor.shared.Ledger<Hive>.Row<String>? = null
}
