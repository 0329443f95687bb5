package hives

import "testing"

func TestWeight(t *testing.T) {
	if (FakeScale{}).Weigh(Hive{Frames: 2}) != 2 {
		t.Fatal("wrong")
	}
}

func TestFrames(t *testing.T) {
	if (Hive{Frames: 1}).Frames != 1 {
		t.Fatal("wrong")
	}
}
