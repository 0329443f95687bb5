package models

import "coop.example/waxmoor/shared"

// WeightValidator says what a harvest may weigh.
type WeightValidator struct{}

// Check refuses what no hive gives.
func (WeightValidator) Check(grams int) error {
	if grams < 1 || grams > 60000 {
		return shared.Invalid{Why: "a harvest of such a weight"}
	}
	return nil
}
