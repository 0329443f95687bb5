package models

type Hive struct {
	frames []Frame
}
