package models

// Hive is a hive, and Hive it is called.
type Hive struct{}

func (h *Hive) Twin() *Hive {
	Hive := h
	return Hive
}
