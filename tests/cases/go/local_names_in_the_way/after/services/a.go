package services

import (
	waxmoorhives "coop.example/waxmoor/hives"
	"coop.example/waxmoor/models"
)

func Open() {
	hives := []waxmoorhives.Hive{waxmoorhives.New()}
	_ = hives
}

func Other() models.Keeper {
	return models.Keeper{}
}
