package hives

type Hive struct{}
