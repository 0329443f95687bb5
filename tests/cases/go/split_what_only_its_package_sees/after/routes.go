package main

import "net/http"

func registerBookRoutes(mux *http.ServeMux, srv *Server) {
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
}
