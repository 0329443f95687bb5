package services

import (
	"fmt"

	models "coop.example/waxmoor/entities"
)

var _ = fmt.Sprint

func Open(entities int) models.Hive {
	_ = entities
	return models.Hive{}
}
