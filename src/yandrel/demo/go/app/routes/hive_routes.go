package routes

import (
	"coop.example/waxmoor/controllers"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// Hives returns the routes of hives.
func Hives(hives *repositories.HiveRepository) shared.Routes {
	controller := controllers.HiveController{Service: &services.HiveService{Hives: hives}, Hives: hives}
	return shared.Routes{
		"/":      controller.Index,
		"/count": controller.Count,
		"/open":  controller.Open,
		"/show":  controller.Show,
	}
}
