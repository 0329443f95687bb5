package services

import "coop.example/waxmoor/ledger"

var ledger = ledgers.Ledger{}
