package models

// Keeper is a member of the co-operative.
type Keeper struct {
	Base
	Name   string
	Joined int
}
