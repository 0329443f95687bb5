package stores

import "example.com/bees/models"

// HiveStore keeps hives.
type HiveStore interface {
	// Find returns the one of a number.
	Find(number int) models.Hive
	All() []models.Hive
	Add(hive models.Hive)
	Remove(number int)
	Weigh() string
}
