package services

import (
	"coop.example/waxmoor/models"
	"coop.example/waxmoor/repositories"
)

const keptOfTen = 9

// HarvestService records harvests.
type HarvestService struct {
	Harvests *repositories.HarvestRepository
}

// Share returns what of a harvest the keeper gets.
func Share(grams int) int {
	return grams * keptOfTen / 10
}

// Record keeps a harvest.
func (s *HarvestService) Record(hive, grams, month int) (*models.Harvest, error) {
	if err := (models.WeightValidator{}).Check(grams); err != nil {
		return nil, err
	}
	return s.Harvests.Save(&models.Harvest{Hive: hive, Grams: grams, Month: month}), nil
}

// All returns all harvests.
func (s *HarvestService) All() []*models.Harvest {
	return s.Harvests.All()
}

// Total returns what a hive gave.
func (s *HarvestService) Total(hive int) int {
	total := 0
	for _, harvest := range s.Harvests.OfHive(hive) {
		total += harvest.Grams
	}
	return total
}
