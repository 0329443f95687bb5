package models

const (
	Spring = iota
	Summer
)
