package entities_test

import (
	"testing"

	"coop.example/waxmoor/entities"
)

func TestHive(t *testing.T) {
	_ = entities.Hive{}
}
