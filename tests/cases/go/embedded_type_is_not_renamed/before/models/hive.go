package models

type Base struct{}

type Hive struct {
	Base
}
