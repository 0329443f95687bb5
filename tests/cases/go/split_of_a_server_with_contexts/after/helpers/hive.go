package helpers

import (
	"strconv"

	"waxmoor.coop/api/config"
	"waxmoor.coop/api/faults"
	"waxmoor.coop/api/models"
)

func FindHive(id string) (*models.Hive, error) {
	number, err := strconv.Atoi(id)
	if err != nil {
		return nil, err
	}
	var hive models.Hive
	if config.Db.First(&hive, number).Error != nil {
		return nil, faults.ErrNoHive
	}
	return &hive, nil
}
