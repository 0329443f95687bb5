package ledgers

// Opened is the year of the first entry.
const Opened = 1954

// Ledger keeps rows by number.
type Ledger[T any] struct {
	rows []T
}

// Add keeps a row, and returns its number.
func (l *Ledger[T]) Add(row T) int {
	l.rows = append(l.rows, row)
	return len(l.rows)
}

// Find returns the row of a number.
func (l *Ledger[T]) Find(number int) (row T, found bool) {
	if number < 1 || number > len(l.rows) {
		return row, false
	}
	return l.rows[number-1], true
}

// All returns every row.
func (l *Ledger[T]) All() []T {
	return l.rows
}
