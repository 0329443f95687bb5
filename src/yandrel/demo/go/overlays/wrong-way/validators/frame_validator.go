package validators

import "coop.example/waxmoor/models"

// FrameValidator: Says which hives have frames.
type FrameValidator struct{}

// Fits tells whether there is one.
func (FrameValidator) Fits(one *models.Hive) bool {
	return one != nil
}
