package models

// Hive is a hive.
type Hive struct {
	Name   string
	Weight int
}
