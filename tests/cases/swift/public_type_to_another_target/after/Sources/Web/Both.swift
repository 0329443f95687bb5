import Core
import Ledgers

let hive: Ledgers.Hive = Ledgers.Hive()
let other: Core.Other? = nil
let ledger = Ledger()
