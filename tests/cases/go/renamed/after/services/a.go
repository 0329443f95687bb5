package services

import "coop.example/waxmoor/models"

func Twin(h models.Colony) any {
	return (*models.Colony).Twin
}
