package ledger

func Open() {}
