package services

// Bookkeeping: What is in the till.
type Bookkeeping struct{}

// Show says how it is.
func (Bookkeeping) Show() string {
	return "fair"
}
