package models

type Keeper struct{}
