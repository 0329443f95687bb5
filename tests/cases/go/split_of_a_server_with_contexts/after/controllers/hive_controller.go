package controllers

import (
	"net/http"

	"github.com/gin-gonic/gin"
	"waxmoor.coop/api/config"
	"waxmoor.coop/api/helpers"
	"waxmoor.coop/api/models"
)

func ListHives(c *gin.Context) {
	var hives []models.Hive
	config.Db.Find(&hives)
	c.JSON(http.StatusOK, hives)
}

func CreateHive(c *gin.Context) {
	var hive models.Hive
	if err := c.ShouldBindJSON(&hive); err != nil {
		c.JSON(http.StatusBadRequest, gin.H{"error": err.Error()})
		return
	}
	config.Db.Create(&hive)
	c.JSON(http.StatusCreated, hive)
}

func GetHive(c *gin.Context) {
	hive, err := helpers.FindHive(c.Param("id"))
	if err != nil {
		c.JSON(http.StatusNotFound, gin.H{"error": err.Error()})
		return
	}
	c.JSON(http.StatusOK, hive)
}
