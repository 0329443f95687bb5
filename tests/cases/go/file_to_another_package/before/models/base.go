package models

const First = 1

type Base struct {
	Number int
}

type Keeper struct{}
