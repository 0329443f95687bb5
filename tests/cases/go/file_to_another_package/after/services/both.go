package services

import (
	"fmt"

	"coop.example/waxmoor/hives"
)

// See [hives.Hive].
var first = fmt.Sprint(hives.New())
