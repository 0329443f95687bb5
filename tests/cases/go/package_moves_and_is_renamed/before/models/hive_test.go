package models_test

import (
	"testing"

	"coop.example/waxmoor/models"
)

func TestHive(t *testing.T) {
	_ = models.Hive{}
}
