package models

// Inspection is a look into a hive.
type Inspection struct {
	Base
	Hive    int
	Healthy bool
}
