package models

// Frame: What holds a comb.
type Frame struct{}

// Show says how it is.
func (Frame) Show() string {
	return "fair"
}
