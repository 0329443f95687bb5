package services

import "coop.example/waxmoor/models"

func Twin(h models.Hive) any {
	return (*models.Hive).Twin
}
