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

// Index lists all inspections.
func (c InspectionController) Index(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Service.All())
}

// Count says how many inspections there were.
func (c InspectionController) Count(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, len(c.Service.All()))
}

// Unhealthy lists the inspections that found a sick hive.
func (c InspectionController) Unhealthy(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Service.Unhealthy())
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
