package config

import (
	"gorm.io/driver/sqlite"
	"gorm.io/gorm"
	"waxmoor.coop/api/models"
)

var Db *gorm.DB

func Connect() {
	var err error
	Db, err = gorm.Open(sqlite.Open("waxmoor.db"), &gorm.Config{})
	if err != nil {
		panic(err)
	}
	Db.AutoMigrate(&models.Hive{}, &models.Harvest{})
}
