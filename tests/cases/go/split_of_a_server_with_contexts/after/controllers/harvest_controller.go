package controllers

import (
	"net/http"

	"github.com/gin-gonic/gin"
	"waxmoor.coop/api/config"
	"waxmoor.coop/api/models"
)

func CreateHarvest(c *gin.Context) {
	var request models.CreateHarvestRequest
	if err := c.ShouldBindJSON(&request); err != nil {
		c.JSON(http.StatusBadRequest, gin.H{"error": err.Error()})
		return
	}
	harvest := models.Harvest{HiveID: request.HiveID, Kilos: request.Kilos}
	config.Db.Create(&harvest)
	c.JSON(http.StatusCreated, harvest)
}
