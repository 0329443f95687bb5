package shared

import "coop.example/waxmoor/models"

// Tally: Counts what there is.
type Tally struct{}

// Fits tells whether there is one.
func (Tally) Fits(one *models.Harvest) bool {
	return one != nil
}
