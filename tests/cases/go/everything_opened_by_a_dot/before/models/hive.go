package models

type Hive struct{}
