package web

import (
	"example.org/waxmoor/colonies"
	"example.org/waxmoor/keepers"
)

// List tells whose hives are whose.
func List(keeper keepers.Keeper) []colonies.Hive { return keeper.Hives }
