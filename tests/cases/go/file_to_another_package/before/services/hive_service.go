package services

import "coop.example/waxmoor/models"

func Open() *models.Hive {
	hive := models.New()
	hive.Keeper = &models.Keeper{}
	return hive
}
