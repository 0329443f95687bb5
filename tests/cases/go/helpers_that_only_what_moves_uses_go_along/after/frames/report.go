package frames

import "strings"

// most is what a hive holds.
const most = 10

// trim is used by what moves alone.
func trim(name string) string { return strings.TrimSpace(name) }

// bounded asks for a helper of its own.
func bounded(count int) int {
	if count > most {
		return most
	}
	return count
}

// Report tells of hives.
type Report struct{ Names []string }

// Add adds a name.
func (r *Report) Add(name string) {
	r.Names = append(r.Names, trim(name))
}

// Count counts.
func (r *Report) Count() int { return bounded(len(r.Names)) }
