package models

// Base is what all models have.
type Base struct {
	Number int
}
