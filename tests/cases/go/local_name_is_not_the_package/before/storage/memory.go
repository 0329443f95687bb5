package storage

// Memory holds all.
type Memory struct{}
