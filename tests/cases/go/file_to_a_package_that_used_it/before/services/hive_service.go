package services

import "coop.example/waxmoor/models"

func Open(name string) models.Hive {
	return models.Hive{Name: name}
}
