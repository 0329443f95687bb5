package models

type Frame struct {
	Hive Hive
}
