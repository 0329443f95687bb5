package hives

import "strings"

// most is what a hive holds.
const most = 10

const least = 2

// trim is used by what moves alone.
func trim(name string) string { return strings.TrimSpace(name) }

// bounded asks for a helper of its own.
func bounded(count int) int {
	if count > most {
		return most
	}
	return count
}

func shared(count int) int { return count + least }

// Report tells of hives.
type Report struct{ Names []string }

// Add adds a name.
func (r *Report) Add(name string) {
	r.Names = append(r.Names, trim(name))
}

// Count counts.
func (r *Report) Count() int { return bounded(len(r.Names)) }

// Hive holds frames.
type Hive struct{ Frames int }

// Weigh weighs.
func (h *Hive) Weigh() int { return shared(h.Frames) }
