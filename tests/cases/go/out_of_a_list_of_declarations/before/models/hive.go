package models

var (
	// Least is the least.
	Least = 1
	// Most is the most.
	Most = 12
)

var now = Most
