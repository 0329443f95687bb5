package models

type Hive struct {
	weight int
}

func weigh(h Hive) int {
	return h.weight
}
