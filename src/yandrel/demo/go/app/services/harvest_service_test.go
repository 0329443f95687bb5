package services

import (
	"testing"

	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/shared"
)

func TestHarvestsAreShared(t *testing.T) {
	if keptOfTen != 9 || Share(1000) != 900 {
		t.Error(Share(1000))
	}
	service := HarvestService{Harvests: &repositories.HarvestRepository{}}
	harvest, err := service.Record(1, 1000, 7)
	if err != nil || harvest.Season() != shared.Summer {
		t.Error(harvest, err)
	}
	if service.Total(1) != 1000 {
		t.Error(service.Total(1))
	}
}
