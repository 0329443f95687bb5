package models

// Colony is a hive, and Hive it is called.
type Colony struct{}

func (h *Colony) Twin() *Colony {
	Hive := h
	return Hive
}
