package hives

// Hive is kept.
type Hive struct{ Frames int }
