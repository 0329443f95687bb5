package repositories

import (
	"coop.example/waxmoor/ledger"
	"coop.example/waxmoor/models"
)

// InspectionRepository keeps inspections.
type InspectionRepository struct {
	rows ledgers.Ledger[*models.Inspection]
}

// Save keeps a row.
func (r *InspectionRepository) Save(inspection *models.Inspection) *models.Inspection {
	inspection.Number = r.rows.Add(inspection)
	return inspection
}

// Find returns the row of a number.
func (r *InspectionRepository) Find(number int) (*models.Inspection, bool) {
	return r.rows.Find(number)
}

// All returns every row.
func (r *InspectionRepository) All() []*models.Inspection {
	return r.rows.All()
}
