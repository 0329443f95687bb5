package models

type Hive struct {
	ID     uint      `json:"id" gorm:"primaryKey"`
	Name   string    `json:"name" binding:"required"`
	Frames int       `json:"frames"`
	Yields []Harvest `json:"-"`
}
