import Core
import Ledgers

let hive: Core.Hive = Core.Hive()
let other: Core.Other? = nil
let ledger = Ledger()
