package services

import (
	"fmt"

	"coop.example/waxmoor/models"
)

// See [models.Hive].
var first = fmt.Sprint(models.New())
