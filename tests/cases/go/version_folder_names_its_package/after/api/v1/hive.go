package v1

// Hive is where a colony lives.
type Hive struct{ Name string }
