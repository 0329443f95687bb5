package services

import "coop.example/waxmoor/models"

func Open() {
	hives := []models.Hive{models.New()}
	_ = hives
}

func Other() models.Keeper {
	return models.Keeper{}
}
