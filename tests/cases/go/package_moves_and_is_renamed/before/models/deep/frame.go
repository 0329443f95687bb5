package deep

import "coop.example/waxmoor/models"

type Frame struct {
	Hive models.Hive
}
