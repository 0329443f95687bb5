package hives

// Hive is where a colony lives.
type Hive struct{ Name string }
