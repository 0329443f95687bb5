package models

func total(hives []Hive) (sum int) {
	for _, hive := range hives {
		sum += weigh(hive) + hive.weight
	}
	return sum
}
