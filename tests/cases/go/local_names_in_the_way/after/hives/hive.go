package hives

type Hive struct{}

func New() Hive {
	return Hive{}
}
