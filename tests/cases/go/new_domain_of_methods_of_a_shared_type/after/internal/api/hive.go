package api

import (
	"net/http"

	"waxmoor/internal/model"
)

func (h *handler) listHives(w http.ResponseWriter, r *http.Request) {
	_ = []model.Hive{}
}

func (h *handler) createHive(w http.ResponseWriter, r *http.Request) {}

func (h *handler) currentHive(w http.ResponseWriter, r *http.Request) {}
