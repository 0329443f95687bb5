package tests

// Appender keeps.
type Appender interface{ Append(int) }
