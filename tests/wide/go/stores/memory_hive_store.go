package stores

import (
	"fmt"

	"example.com/bees/models"
)

// MemoryHiveStore keeps them in memory.
type MemoryHiveStore struct {
	rows []models.Hive
}

func (s *MemoryHiveStore) Find(number int) models.Hive { return s.rows[number-1] }

func (s *MemoryHiveStore) All() []models.Hive { return s.rows }

func (s *MemoryHiveStore) Add(hive models.Hive) { s.rows = append(s.rows, hive) }

func (s *MemoryHiveStore) Remove(number int) {
	s.rows = append(s.rows[:number-1], s.rows[number:]...)
}

// Weigh says what each weighs.
func (s *MemoryHiveStore) Weigh() string {
	text := ""
	for _, hive := range s.rows {
		text += fmt.Sprintf("%s=%d;", hive.Name, hive.Weight)
	}
	return text
}
