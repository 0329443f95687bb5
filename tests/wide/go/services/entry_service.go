package services

import (
	"example.com/bees/models"
	"example.com/bees/stores"
)

// EntryService enters hives.
type EntryService struct {
	store stores.HiveStore
}

// NewEntryService returns one.
func NewEntryService(store stores.HiveStore) *EntryService {
	return &EntryService{store: store}
}

// Enter keeps a hive.
func (s *EntryService) Enter(name string, weight int) {
	s.store.Add(models.Hive{Name: name, Weight: weight})
}
