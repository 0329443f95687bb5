package web

import "embed"

//go:embed templates/*
var Files embed.FS

// Hive is one.
type Hive struct{}
