package models

import (
	"strconv"

	waxmoorhives "coop.example/waxmoor/hives"
)

func rows(hives []waxmoorhives.Hive) (out []string) {
	for _, hive := range hives {
		out = append(out, hive.Row(), strconv.Itoa(1))
	}
	return out
}
