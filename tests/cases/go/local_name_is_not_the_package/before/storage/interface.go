package storage

// Appender keeps.
type Appender interface{ Append(int) }
