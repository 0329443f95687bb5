package models

import "coop.example/waxmoor/limits"

var (
	// Least is the least.
	Least = 1
)

var now = limits.Most
