package models

type Frame struct {
	Hive *Colony
}

var frame = Frame{Hive: &Colony{}}

var all = map[string]Colony{"a": {}}
