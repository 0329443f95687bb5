package entities

type Hive struct{}
