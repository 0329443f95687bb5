package repositories

import (
	"coop.example/waxmoor/ledger"
	"coop.example/waxmoor/models"
)

// HiveRepository keeps hives.
type HiveRepository struct {
	rows ledgers.Ledger[*models.Hive]
}

// Save keeps a row.
func (r *HiveRepository) Save(hive *models.Hive) *models.Hive {
	hive.Number = r.rows.Add(hive)
	return hive
}

// Find returns the row of a number.
func (r *HiveRepository) Find(number int) (*models.Hive, bool) {
	return r.rows.Find(number)
}

// All returns every row.
func (r *HiveRepository) All() []*models.Hive {
	return r.rows.All()
}
