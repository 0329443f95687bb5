package keepers

import (
	"testing"

	"example.com/waxmoor/hives"
)

func TestFrames(t *testing.T) {
	if (hives.Hive{Frames: 1}).Frames != 1 {
		t.Fatal("wrong")
	}
}
