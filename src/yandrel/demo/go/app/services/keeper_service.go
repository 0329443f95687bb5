package services

import (
	"coop.example/waxmoor/ledger"
	"coop.example/waxmoor/models"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/shared"
	"coop.example/waxmoor/validators"
)

// KeeperService welcomes keepers.
type KeeperService struct {
	Keepers *repositories.KeeperRepository
}

// All returns all keepers.
func (s *KeeperService) All() []*models.Keeper {
	return s.Keepers.All()
}

// Find returns a keeper.
func (s *KeeperService) Find(number int) (*models.Keeper, error) {
	if keeper, found := s.Keepers.Find(number); found {
		return keeper, nil
	}
	return nil, shared.NotFound{What: "keeper"}
}

// Welcome takes a keeper in.
func (s *KeeperService) Welcome(name string, year int) (*models.Keeper, error) {
	if err := (validators.NameValidator{}).Check(name); err != nil {
		return nil, err
	}
	if year < ledgers.Opened {
		return nil, shared.Invalid{Why: "nobody joined then"}
	}
	return s.Keepers.Save(&models.Keeper{Name: name, Joined: year}), nil
}
