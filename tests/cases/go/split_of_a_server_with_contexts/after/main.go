package main

import (
	"github.com/gin-gonic/gin"
	"waxmoor.coop/api/config"
	"waxmoor.coop/api/controllers"
	"waxmoor.coop/api/middleware"
)

func main() {
	config.Connect()
	r := gin.Default()
	api := r.Group("/api", middleware.RequireKey())
	{
		api.GET("/hives", controllers.ListHives)
		api.POST("/hives", controllers.CreateHive)
		api.GET("/hives/:id", controllers.GetHive)
		api.POST("/harvests", controllers.CreateHarvest)
	}
	r.GET("/ping", controllers.GetPing)
	r.Run(":8080")
}
