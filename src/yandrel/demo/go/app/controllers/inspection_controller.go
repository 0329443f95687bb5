package controllers

import (
	"net/http"

	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// InspectionController answers for inspections.
type InspectionController struct {
	Service *services.InspectionService
	Hives   *services.HiveService
}

// Note notes an inspection.
func (c InspectionController) Note(answer http.ResponseWriter, request *http.Request) {
	number, err := shared.Number(request, "hive")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	hive, err := c.Hives.Find(number)
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, c.Service.Note(hive, request.FormValue("healthy") == "yes"))
}
