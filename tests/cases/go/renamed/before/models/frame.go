package models

type Frame struct {
	Hive *Hive
}

var frame = Frame{Hive: &Hive{}}

var all = map[string]Hive{"a": {}}
