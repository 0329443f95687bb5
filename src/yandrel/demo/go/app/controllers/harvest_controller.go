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

// Index lists all harvests.
func (c HarvestController) Index(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Service.All())
}

// Record records a harvest.
func (c HarvestController) Record(answer http.ResponseWriter, request *http.Request) {
	numbers, err := shared.Numbers(request, "hive", "grams", "month")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	harvest, err := c.Service.Record(numbers[0], numbers[1], numbers[2])
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, harvest)
}

// Share says what of a harvest the keeper gets.
func (c HarvestController) Share(answer http.ResponseWriter, request *http.Request) {
	grams, err := shared.Number(request, "grams")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, services.Share(grams))
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
