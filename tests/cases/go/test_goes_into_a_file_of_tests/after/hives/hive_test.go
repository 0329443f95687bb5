package hives

import "testing"

func TestWeight(t *testing.T) {
	if (FakeScale{}).Weigh(Hive{Frames: 2}) != 2 {
		t.Fatal("wrong")
	}
}
