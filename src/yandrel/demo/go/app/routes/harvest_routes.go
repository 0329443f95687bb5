package routes

import (
	"coop.example/waxmoor/controllers"
	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// Harvests returns the routes of harvests.
func Harvests() shared.Routes {
	service := &services.HarvestService{Harvests: &repositories.HarvestRepository{}}
	controller := controllers.HarvestController{Service: service}
	return shared.Routes{
		"/":               controller.Index,
		"/record":         controller.Record,
		"/share":          controller.Share,
		"/harvests/total": controller.Total,
	}
}
