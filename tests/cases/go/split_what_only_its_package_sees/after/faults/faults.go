package faults

import "errors"

var ErrNotFound = errors.New("not found")
