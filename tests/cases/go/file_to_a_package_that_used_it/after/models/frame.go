package models

type Frame struct{}
