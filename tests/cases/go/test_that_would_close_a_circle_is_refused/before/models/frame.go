package models

type Frame struct{ Of Hive }

func NewFrame(hive Hive) Frame { return Frame{Of: hive} }
