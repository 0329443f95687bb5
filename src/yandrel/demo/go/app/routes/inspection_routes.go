package routes

import (
	"coop.example/waxmoor/controllers"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// Inspections returns the routes of inspections.
func Inspections(hives *repositories.HiveRepository) shared.Routes {
	controller := controllers.InspectionController{
		Service: &services.InspectionService{Inspections: &repositories.InspectionRepository{}},
		Hives:   &services.HiveService{Hives: hives},
	}
	return shared.Routes{
		"/":          controller.Index,
		"/count":     controller.Count,
		"/note":      controller.Note,
		"/unhealthy": controller.Unhealthy,
	}
}
