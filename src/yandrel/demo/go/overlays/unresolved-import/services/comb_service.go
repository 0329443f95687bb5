package services

import "coop.example/waxmoor/combs"

// CombService: What can be done with combs.
type CombService struct{}

// Fits tells whether there is one.
func (CombService) Fits(one *combs.Comb) bool {
	return one != nil
}
