package models

import "testing"

func TestWeight(t *testing.T) {
	if (Hive{weight: 3}).weight != 3 {
		t.Fail()
	}
}
