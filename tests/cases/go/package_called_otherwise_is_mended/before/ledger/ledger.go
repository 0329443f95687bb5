package ledgers

type Ledger struct{}
