package model

// Keeper is a keeper.
type Keeper struct {
	Name string
}
