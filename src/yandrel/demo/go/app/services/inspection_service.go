package services

import (
	"coop.example/waxmoor/models"
	"coop.example/waxmoor/repositories"
)

// InspectionService notes inspections.
type InspectionService struct {
	Inspections *repositories.InspectionRepository
}

// Note keeps an inspection.
func (s *InspectionService) Note(hive *models.Hive, healthy bool) *models.Inspection {
	return s.Inspections.Save(&models.Inspection{Hive: hive.Number, Healthy: healthy})
}
