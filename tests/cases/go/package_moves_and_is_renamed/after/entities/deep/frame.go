package deep

import "coop.example/waxmoor/entities"

type Frame struct {
	Hive entities.Hive
}
