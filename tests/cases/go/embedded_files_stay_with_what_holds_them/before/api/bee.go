package api

// Bee is one.
type Bee struct{}
