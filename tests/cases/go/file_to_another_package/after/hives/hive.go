package hives

import "coop.example/waxmoor/models"

// Hive belongs to a [models.Keeper].
type Hive struct {
	models.Base
	Keeper *models.Keeper
}

// New returns a hive.
func New() *Hive {
	return &Hive{Base: models.Base{Number: models.First}}
}
