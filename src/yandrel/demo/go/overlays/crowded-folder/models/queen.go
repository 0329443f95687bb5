package models

// Queen: Who lays the eggs.
type Queen struct{}

// Show says how it is.
func (Queen) Show() string {
	return "fair"
}
