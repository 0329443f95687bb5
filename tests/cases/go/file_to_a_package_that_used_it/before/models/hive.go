package models

type Hive struct {
	Name string
}
