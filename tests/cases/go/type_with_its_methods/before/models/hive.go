package models

import "coop.example/waxmoor/shared"

// Hive is a hive.
type Hive struct {
	Weight int
}

// Heavy tells.
func (h *Hive) Heavy() bool {
	return h.Weight > shared.Limit
}
