package api

import "net/http"

type handler struct {
	names []string
}

func Serve(mux *http.ServeMux) {
	handler := &handler{}
	mux.HandleFunc("/hives", handler.listHives)
	mux.HandleFunc("/keepers", handler.listKeepers)
	mux.HandleFunc("/hives/create", handler.createHive)
	mux.HandleFunc("/keepers/create", handler.createKeeper)
	mux.HandleFunc("/mine", handler.currentHive)
	mux.HandleFunc("/health", handler.health)
}

func (h *handler) health(w http.ResponseWriter, r *http.Request) {}
