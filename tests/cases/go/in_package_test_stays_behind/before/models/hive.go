package models

type Hive struct {
	weight int
}
