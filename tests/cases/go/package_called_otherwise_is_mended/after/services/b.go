package services

import ledgers "coop.example/waxmoor/ledger"

func Open() ledgers.Row {
	ledger := ledgers.Row{}
	return ledger
}
