package web

import (
	"example.org/waxmoor/hives"
	"example.org/waxmoor/keepers"
)

// List tells whose hives are whose.
func List(keeper keepers.Keeper) []hives.Hive { return keeper.Hives }
