package ledger

type Ledger struct{}
