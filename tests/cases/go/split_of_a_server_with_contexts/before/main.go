package main

import (
	"errors"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"
	"gorm.io/driver/sqlite"
	"gorm.io/gorm"
)

type Hive struct {
	ID     uint      `json:"id" gorm:"primaryKey"`
	Name   string    `json:"name" binding:"required"`
	Frames int       `json:"frames"`
	Yields []Harvest `json:"-"`
}

type Harvest struct {
	ID     uint    `json:"id"`
	HiveID uint    `json:"hive_id"`
	Kilos  float64 `json:"kilos" binding:"gt=0"`
}

type createHarvestRequest struct {
	HiveID uint    `json:"hive_id" binding:"required"`
	Kilos  float64 `json:"kilos" binding:"required"`
}

var db *gorm.DB

var errNoHive = errors.New("no such hive")

func connect() {
	var err error
	db, err = gorm.Open(sqlite.Open("waxmoor.db"), &gorm.Config{})
	if err != nil {
		panic(err)
	}
	db.AutoMigrate(&Hive{}, &Harvest{})
}

func listHives(c *gin.Context) {
	var hives []Hive
	db.Find(&hives)
	c.JSON(http.StatusOK, hives)
}

func createHive(c *gin.Context) {
	var hive Hive
	if err := c.ShouldBindJSON(&hive); err != nil {
		c.JSON(http.StatusBadRequest, gin.H{"error": err.Error()})
		return
	}
	db.Create(&hive)
	c.JSON(http.StatusCreated, hive)
}

func findHive(id string) (*Hive, error) {
	number, err := strconv.Atoi(id)
	if err != nil {
		return nil, err
	}
	var hive Hive
	if db.First(&hive, number).Error != nil {
		return nil, errNoHive
	}
	return &hive, nil
}

func getHive(c *gin.Context) {
	hive, err := findHive(c.Param("id"))
	if err != nil {
		c.JSON(http.StatusNotFound, gin.H{"error": err.Error()})
		return
	}
	c.JSON(http.StatusOK, hive)
}

func createHarvest(c *gin.Context) {
	var request createHarvestRequest
	if err := c.ShouldBindJSON(&request); err != nil {
		c.JSON(http.StatusBadRequest, gin.H{"error": err.Error()})
		return
	}
	harvest := Harvest{HiveID: request.HiveID, Kilos: request.Kilos}
	db.Create(&harvest)
	c.JSON(http.StatusCreated, harvest)
}

func requireKey() gin.HandlerFunc {
	return func(c *gin.Context) {
		if c.GetHeader("X-Key") == "" {
			c.AbortWithStatus(http.StatusUnauthorized)
			return
		}
		c.Next()
	}
}

func main() {
	connect()
	r := gin.Default()
	api := r.Group("/api", requireKey())
	{
		api.GET("/hives", listHives)
		api.POST("/hives", createHive)
		api.GET("/hives/:id", getHive)
		api.POST("/harvests", createHarvest)
	}
	r.GET("/ping", func(c *gin.Context) { c.String(http.StatusOK, "pong") })
	r.Run(":8080")
}
