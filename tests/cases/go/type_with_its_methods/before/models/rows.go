package models

import "strconv"

// Row shows a hive.
func (h Hive) Row() string {
	return strconv.Itoa(h.Weight)
}

func rows(hives []Hive) (out []string) {
	for _, hive := range hives {
		out = append(out, hive.Row(), strconv.Itoa(1))
	}
	return out
}
