package model

// Hive is a hive.
type Hive struct {
	Name string
}
