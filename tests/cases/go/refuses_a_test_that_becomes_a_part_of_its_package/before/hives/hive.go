package hives

// Hive is a hive.
type Hive struct{}
