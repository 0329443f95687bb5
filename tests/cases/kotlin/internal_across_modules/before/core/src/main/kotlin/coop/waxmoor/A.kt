package coop.waxmoor

internal val ledger = Ledger()
