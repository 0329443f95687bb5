package models

type Hive struct{ Place string }
