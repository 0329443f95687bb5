package repositories

import (
	"coop.example/waxmoor/ledger"
	"coop.example/waxmoor/models"
)

// KeeperRepository keeps keepers.
type KeeperRepository struct {
	rows ledgers.Ledger[*models.Keeper]
}

// Save keeps a row.
func (r *KeeperRepository) Save(keeper *models.Keeper) *models.Keeper {
	keeper.Number = r.rows.Add(keeper)
	return keeper
}

// Find returns the row of a number.
func (r *KeeperRepository) Find(number int) (*models.Keeper, bool) {
	return r.rows.Find(number)
}

// All returns every row.
func (r *KeeperRepository) All() []*models.Keeper {
	return r.rows.All()
}
