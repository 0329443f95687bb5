package services

type Hive struct {
	Name string
}
