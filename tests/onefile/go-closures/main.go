package main

import (
	"encoding/json"
	"fmt"
	"log"
	"net/http"
	"os"
	"sync"
)

type Hive struct {
	ID   int    `json:"id"`
	Name string `json:"name"`
}

type HiveStore struct {
	mu   sync.Mutex
	kept []Hive
}

func NewHiveStore() *HiveStore { return &HiveStore{} }

func (s *HiveStore) All() []Hive { return s.kept }

func (s *HiveStore) Add(name string) Hive {
	s.mu.Lock()
	defer s.mu.Unlock()
	hive := Hive{ID: len(s.kept) + 1, Name: name}
	s.kept = append(s.kept, hive)
	return hive
}

type Config struct {
	Limit int
	Title string
}

func loadConfig() Config { return Config{Limit: 20, Title: os.Getenv("TITLE")} }

func newServer() http.Handler {
	cfg := loadConfig()
	store := NewHiveStore()
	harvests := []string{}
	mux := http.NewServeMux()

	// Hives.
	mux.HandleFunc("/hives", func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost {
			writeJSON(w, http.StatusCreated, store.Add(r.FormValue("name")))
			return
		}
		writeJSON(w, http.StatusOK, store.All())
	})
	mux.HandleFunc("/hives/count", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprintf(w, `%d of
	%d`, len(store.All()), cfg.Limit)
	})
	mux.HandleFunc("/harvests", func(w http.ResponseWriter, r *http.Request) {
		harvests = append(harvests, r.FormValue("kilos"))
		writeJSON(w, http.StatusOK, harvests)
	})
	mux.HandleFunc("/health", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprint(w, "ok")
	})
	mux.HandleFunc("/about", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprint(w, cfg.Title)
	})
	return mux
}

func writeJSON(w http.ResponseWriter, status int, value any) {
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(value)
}

func main() {
	log.Fatal(http.ListenAndServe(":8080", newServer()))
}
