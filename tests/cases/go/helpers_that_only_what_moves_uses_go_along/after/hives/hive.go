package hives

const least = 2

func shared(count int) int { return count + least }

// Hive holds frames.
type Hive struct{ Frames int }

// Weigh weighs.
func (h *Hive) Weigh() int { return shared(h.Frames) }
