package services

import ledgers "coop.example/waxmoor/ledger"

var ledger = ledgers.Ledger{}
