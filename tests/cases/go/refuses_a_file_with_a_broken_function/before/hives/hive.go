package hives

// Hive holds frames.
type Hive struct{ Frames int }
