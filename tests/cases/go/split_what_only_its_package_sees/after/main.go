package main

import (
	"log"
	"net/http"

	"example.com/library/controllers"
	"example.com/library/middleware"
	"example.com/library/repositories"
)

func main() {
	srv := &Server{store: repositories.NewBookStore()}
	mux := http.NewServeMux()
	mux.HandleFunc("/health", controllers.HealthHandler)
	registerBookRoutes(mux, srv)
	log.Fatal(http.ListenAndServe(":8080", middleware.LogRequests(mux)))
}
