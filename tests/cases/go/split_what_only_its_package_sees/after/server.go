package main

import (
	"encoding/json"
	"errors"
	"net/http"
	"strconv"
	"strings"

	"example.com/library/faults"
	"example.com/library/helpers"
	"example.com/library/models"
	"example.com/library/repositories"
)

type Server struct {
	store *repositories.BookStore
}

func (s *Server) listBooks(w http.ResponseWriter, r *http.Request) {
	helpers.WriteJSON(w, http.StatusOK, s.store.All())
}

func (s *Server) getBook(w http.ResponseWriter, r *http.Request) {
	id, err := strconv.Atoi(strings.TrimPrefix(r.URL.Path, "/books/"))
	if err != nil {
		http.Error(w, "bad id", http.StatusBadRequest)
		return
	}
	b, err := s.store.Get(id)
	if errors.Is(err, faults.ErrNotFound) {
		http.Error(w, "not found", http.StatusNotFound)
		return
	}
	helpers.WriteJSON(w, http.StatusOK, b)
}

func (s *Server) createBook(w http.ResponseWriter, r *http.Request) {
	var b models.Book
	if err := json.NewDecoder(r.Body).Decode(&b); err != nil {
		http.Error(w, err.Error(), http.StatusBadRequest)
		return
	}
	helpers.WriteJSON(w, http.StatusCreated, s.store.Add(b))
}
