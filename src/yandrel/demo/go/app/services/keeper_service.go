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
