import Ledgers

let ledger = Ledger()
