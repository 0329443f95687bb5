package models

// Hive belongs to a [Keeper].
type Hive struct {
	Base
	Keeper *Keeper
}

// New returns a hive.
func New() *Hive {
	return &Hive{Base: Base{Number: First}}
}
