package controllers

import (
	"net/http"

	"coop.example/waxmoor/services"
	"coop.example/waxmoor/shared"
)

// KeeperController answers for keepers.
type KeeperController struct {
	Service *services.KeeperService
}

// Welcome takes a keeper in.
func (c KeeperController) Welcome(answer http.ResponseWriter, request *http.Request) {
	year, err := shared.Number(request, "year")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	keeper, err := c.Service.Welcome(request.FormValue("name"), year)
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, keeper)
}
