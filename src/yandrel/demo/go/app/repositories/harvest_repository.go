package repositories

import (
	"coop.example/waxmoor/ledger"
	"coop.example/waxmoor/models"
	"coop.example/waxmoor/validators"
)

// HarvestRepository keeps harvests.
type HarvestRepository struct {
	rows ledgers.Ledger[*models.Harvest]
}

// Save keeps a row.
func (r *HarvestRepository) Save(harvest *models.Harvest) *models.Harvest {
	harvest.Number = r.rows.Add(harvest)
	return harvest
}

// Find returns the row of a number.
func (r *HarvestRepository) Find(number int) (*models.Harvest, bool) {
	return r.rows.Find(number)
}

// All returns every row.
func (r *HarvestRepository) All() []*models.Harvest {
	return r.rows.All()
}

// OfHive returns the harvests of a hive.
func (r *HarvestRepository) OfHive(hive int) []models.Harvest {
	var found []models.Harvest
	if (validators.NameValidator{}).Check("hive") != nil {
		return found
	}
	for _, harvest := range r.rows.All() {
		if harvest.Hive == hive {
			found = append(found, *harvest)
		}
	}
	return found
}
