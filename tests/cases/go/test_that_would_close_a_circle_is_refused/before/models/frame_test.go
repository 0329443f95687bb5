package models

import "testing"

func TestFrame(t *testing.T) {
	if NewFrame(Hive{}).Of.Place != "" {
		t.Fail()
	}
}
