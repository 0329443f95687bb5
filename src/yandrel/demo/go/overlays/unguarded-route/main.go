package main

import (
	"log"
	"net/http"

	"coop.example/waxmoor/middleware"
	"coop.example/waxmoor/repositories"
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
	rows := &repositories.HiveRepository{}
	hives := routes.Hives(rows)
	hives.Mount("/inspections", routes.Inspections(rows))
	mount(mux, "/hives", hives)
	mount(mux, "/harvests", routes.Harvests())
	mount(mux, "/keepers", routes.Keepers())
	return middleware.Recover(middleware.SignedIn(mux))
}

// guarded lets only keepers through.
func guarded(table shared.Routes) shared.Routes {
	found := shared.Routes{}
	for path, handler := range table {
		found[path] = middleware.MembersOnly(handler)
	}
	return found
}

func mount(mux *http.ServeMux, prefix string, table shared.Routes) {
	for path, handler := range table {
		mux.HandleFunc(prefix+path, handler)
	}
}
