package services

func Open(name string) Hive {
	return Hive{Name: name}
}
