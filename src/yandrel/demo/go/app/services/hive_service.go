package services

import (
	"coop.example/waxmoor/models"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/shared"
	"coop.example/waxmoor/validators"
)

// HiveService opens hives and finds them.
type HiveService struct {
	Hives *repositories.HiveRepository
}

// Open opens a hive.
func (s *HiveService) Open(name string, keeper int) (*models.Hive, error) {
	if err := (validators.NameValidator{}).Check(name); err != nil {
		return nil, err
	}
	return s.Hives.Save(models.NewHive(name, keeper)), nil
}

// Count returns how many hives there are.
func (s *HiveService) Count() int {
	return len(s.Hives.All())
}

// Find returns a hive.
func (s *HiveService) Find(number int) (*models.Hive, error) {
	if hive, found := s.Hives.Find(number); found {
		return hive, nil
	}
	return nil, shared.NotFound{What: "hive"}
}
