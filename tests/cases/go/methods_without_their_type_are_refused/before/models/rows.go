package models

func (h Hive) Row() string {
	return ""
}
