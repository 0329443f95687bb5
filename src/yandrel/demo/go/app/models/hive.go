package models

// MostFrames is how many frames a hive holds.
const MostFrames = 12

// Hive is a hive of a [Keeper].
type Hive struct {
	Base
	Name   string
	Keeper int
	frames int
}

// NewHive returns a hive with half of its frames.
func NewHive(name string, keeper int) *Hive {
	return &Hive{Name: name, Keeper: keeper, frames: MostFrames / 2}
}

// IsFull tells whether no frame fits in any more.
func (h *Hive) IsFull() bool {
	return h.frames >= MostFrames
}
