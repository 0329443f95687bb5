package routes

import (
	"coop.example/waxmoor/controllers"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// Keepers returns the routes of keepers.
func Keepers() shared.Routes {
	service := &services.KeeperService{Keepers: &repositories.KeeperRepository{}}
	controller := controllers.KeeperController{Service: service}
	return shared.Routes{
		"/":        controller.Index,
		"/count":   controller.Count,
		"/show":    controller.Show,
		"/welcome": controller.Welcome,
	}
}
