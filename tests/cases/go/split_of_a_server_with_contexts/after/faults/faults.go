package faults

import "errors"

var ErrNoHive = errors.New("no such hive")
