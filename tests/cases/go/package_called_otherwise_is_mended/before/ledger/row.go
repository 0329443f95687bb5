package ledgers

type Row struct{}
