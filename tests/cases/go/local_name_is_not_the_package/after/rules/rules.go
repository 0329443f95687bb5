package rules

import "waxmoor.test/app/storage"

type held struct{}

func (h *held) Appender() int { return 1 }

func open() *held { return &held{} }

// Weigh asks what it holds, not the package.
func Weigh(memory *storage.Memory) int {
	storage := open()
	return storage.Appender()
}
