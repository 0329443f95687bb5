package models

type Hive struct{}

func New() Hive {
	return Hive{}
}
