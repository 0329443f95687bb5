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

// All returns all inspections.
func (s *InspectionService) All() []*models.Inspection {
	return s.Inspections.All()
}

// Unhealthy returns the inspections that found a sick hive.
func (s *InspectionService) Unhealthy() []*models.Inspection {
	var found []*models.Inspection
	for _, inspection := range s.Inspections.All() {
		if !inspection.Healthy {
			found = append(found, inspection)
		}
	}
	return found
}
