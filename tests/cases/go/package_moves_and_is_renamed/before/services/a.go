package services

import (
	"fmt"

	"coop.example/waxmoor/models"
)

var _ = fmt.Sprint

func Open(entities int) models.Hive {
	_ = entities
	return models.Hive{}
}
