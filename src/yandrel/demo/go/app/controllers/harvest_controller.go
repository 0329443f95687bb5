package controllers

import (
	"net/http"

	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// HarvestController answers for harvests.
type HarvestController struct {
	Service *services.HarvestService
}

// Total says what a hive gave.
func (c HarvestController) Total(answer http.ResponseWriter, request *http.Request) {
	hive, err := shared.Number(request, "hive")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, services.Share(c.Service.Total(hive)))
}
