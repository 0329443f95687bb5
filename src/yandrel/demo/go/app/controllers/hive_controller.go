package controllers

import (
	"net/http"

	"coop.example/waxmoor/repositories"
	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// HiveController answers for hives.
type HiveController struct {
	Service *services.HiveService
	Hives   *repositories.HiveRepository
}

// Index lists all hives.
func (c HiveController) Index(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Hives.All())
}

// Count says how many hives there are.
func (c HiveController) Count(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Service.Count())
}

// Show shows a hive.
func (c HiveController) Show(answer http.ResponseWriter, request *http.Request) {
	number, err := shared.Number(request, "hive")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	hive, err := c.Service.Find(number)
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, hive)
}

// Open opens a hive.
func (c HiveController) Open(answer http.ResponseWriter, request *http.Request) {
	keeper, err := shared.Number(request, "keeper")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	hive, err := c.Service.Open(request.FormValue("name"), keeper)
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, hive)
}
