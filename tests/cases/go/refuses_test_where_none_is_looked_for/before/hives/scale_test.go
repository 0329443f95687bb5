package hives

// FakeScale weighs for tests.
type FakeScale struct{}

// Weigh weighs.
func (FakeScale) Weigh(h Hive) int { return h.Frames }
