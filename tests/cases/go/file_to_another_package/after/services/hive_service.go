package services

import (
	"coop.example/waxmoor/hives"
	"coop.example/waxmoor/models"
)

func Open() *hives.Hive {
	hive := hives.New()
	hive.Keeper = &models.Keeper{}
	return hive
}
