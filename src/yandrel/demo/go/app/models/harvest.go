package models

import "coop.example/waxmoor/shared"

// Harvest is what a hive gave in a month.
type Harvest struct {
	Base
	Hive, Grams, Month int
}

// Season returns the season of the harvest.
func (h Harvest) Season() shared.Season {
	return shared.SeasonOf(h.Month)
}
