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
	mux.HandleFunc("/books", func(w http.ResponseWriter, r *http.Request) {
		switch r.Method {
		case http.MethodGet:
			srv.listBooks(w, r)
		case http.MethodPost:
			srv.createBook(w, r)
		default:
			http.Error(w, "method not allowed", http.StatusMethodNotAllowed)
		}
	})
	mux.HandleFunc("/books/", srv.getBook)
	log.Fatal(http.ListenAndServe(":8080", middleware.LogRequests(mux)))
}
