package services

import "coop.example/waxmoor/shared"

// HiveSizeService knows the sizes of hives.
type HiveSizeService struct{}

// Frames returns how many frames a hive has.
func (HiveSizeService) Frames(boxes int) int {
	return shared.FramesOf(boxes)
}
