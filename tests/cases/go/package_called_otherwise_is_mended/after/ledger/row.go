package ledger

type Row struct{}
