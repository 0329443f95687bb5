package models

import "time"

// Frame holds a comb.
type Frame struct {
	made time.Time
}

func (f Frame) old() bool {
	return time.Since(f.made) > 3
}
