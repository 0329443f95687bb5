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
	return shared.Routes{"/welcome": controllers.KeeperController{Service: service}.Welcome}
}
