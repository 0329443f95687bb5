package services

import (
	"coop.example/waxmoor/hives"
	. "coop.example/waxmoor/models"
)

var hive hives.Hive

var frame Frame
