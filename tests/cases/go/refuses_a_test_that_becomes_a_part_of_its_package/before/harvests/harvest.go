package harvests

import "example.com/waxmoor/hives"

// Harvest is what a hive gave.
type Harvest struct {
	Hive hives.Hive
}
