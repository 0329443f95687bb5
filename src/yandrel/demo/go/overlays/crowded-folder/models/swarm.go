package models

// Swarm: Who left.
type Swarm struct{}

// Show says how it is.
func (Swarm) Show() string {
	return "fair"
}
