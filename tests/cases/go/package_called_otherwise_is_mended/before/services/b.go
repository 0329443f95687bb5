package services

import "coop.example/waxmoor/ledger"

func Open() ledgers.Row {
	ledger := ledgers.Row{}
	return ledger
}
