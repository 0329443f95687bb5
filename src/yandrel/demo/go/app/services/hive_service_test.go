package services_test

import (
	"testing"

	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
)

func TestHivesAreFound(t *testing.T) {
	service := services.HiveService{Hives: &repositories.HiveRepository{}}
	if _, err := service.Open("Heather", 1); err != nil {
		t.Fatal(err)
	}
	if hive, err := service.Find(1); err != nil || hive.IsFull() {
		t.Error(hive, err)
	}
	if _, err := service.Open(" ", 1); err == nil {
		t.Error("a hive without a name")
	}
}
