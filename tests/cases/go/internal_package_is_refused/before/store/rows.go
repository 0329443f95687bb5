package store

type Row struct{}
