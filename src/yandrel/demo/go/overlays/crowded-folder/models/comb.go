package models

// Comb: What bees build.
type Comb struct{}

// Show says how it is.
func (Comb) Show() string {
	return "fair"
}
