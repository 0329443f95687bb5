package shared

// FramesOf returns how many frames some boxes hold.
func FramesOf(boxes int) int {
	return boxes * 10
}
