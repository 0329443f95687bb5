package repositories

var Hives = map[string]int{"north": 3}
