package hives

import (
	"strconv"

	"coop.example/waxmoor/shared"
)

// Hive is a hive.
type Hive struct {
	Weight int
}

// Heavy tells.
func (h *Hive) Heavy() bool {
	return h.Weight > shared.Limit
}

// Row shows a hive.
func (h Hive) Row() string {
	return strconv.Itoa(h.Weight)
}
