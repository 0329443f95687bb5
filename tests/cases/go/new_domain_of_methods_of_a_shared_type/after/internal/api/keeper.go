package api

import (
	"net/http"

	"waxmoor/internal/model"
)

func (h *handler) listKeepers(w http.ResponseWriter, r *http.Request) {
	_ = []model.Keeper{}
}

func (h *handler) createKeeper(w http.ResponseWriter, r *http.Request) {}

func (h *handler) currentKeeper(w http.ResponseWriter, r *http.Request) {}
