package main

import (
	"log"
	"net/http"

	"coop.example/waxmoor/middleware"
	"coop.example/waxmoor/routes"
	"coop.example/waxmoor/shared"
)

// main serves the co-operative.
func main() {
	log.Fatal(http.ListenAndServe(":8080", OpenServer()))
}

// OpenServer mounts every router under its prefix.
func OpenServer() http.Handler {
	mux := http.NewServeMux()
	mount(mux, "/hives", routes.Hives())
	mount(mux, "/harvests", routes.Harvests())
	mount(mux, "/keepers", routes.Keepers())
	return middleware.Recover(middleware.SignedIn(mux))
}

func mount(mux *http.ServeMux, prefix string, table shared.Routes) {
	for path, handler := range table {
		mux.HandleFunc(prefix+path, handler)
	}
}
