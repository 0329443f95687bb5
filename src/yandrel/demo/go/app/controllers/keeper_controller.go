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

// Index lists all keepers.
func (c KeeperController) Index(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, c.Service.All())
}

// Count says how many keepers there are.
func (c KeeperController) Count(answer http.ResponseWriter, request *http.Request) {
	shared.Show(answer, len(c.Service.All()))
}

// Show shows a keeper.
func (c KeeperController) Show(answer http.ResponseWriter, request *http.Request) {
	number, err := shared.Number(request, "keeper")
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	keeper, err := c.Service.Find(number)
	if err != nil {
		shared.Fail(answer, err)
		return
	}
	shared.Show(answer, keeper)
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
