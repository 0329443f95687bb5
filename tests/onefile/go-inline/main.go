package main

import (
	"encoding/json"
	"fmt"
	"log"
	"net/http"
	"strconv"
	"strings"
)

// Hive is a hive.
type Hive struct {
	Number int    `json:"number"`
	Name   string `json:"name"`
}

// HiveStore keeps hives.
type HiveStore struct {
	rows []Hive
}

// Add keeps a hive.
func (s *HiveStore) Add(name string) Hive {
	hive := Hive{Number: len(s.rows) + 1, Name: name}
	s.rows = append(s.rows, hive)
	return hive
}

// All returns every hive.
func (s *HiveStore) All() []Hive {
	return s.rows
}

var hives = &HiveStore{}

func main() {
	log.Fatal(http.ListenAndServe(":8080", OpenServer("Waxmoor")))
}

// OpenServer binds every path.
func OpenServer(title string) http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("/hives", func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost {
			name := strings.TrimSpace(r.FormValue("name"))
			if name == "" {
				http.Error(w, "a name is missing", http.StatusBadRequest)
				return
			}
			show(w, hives.Add(name))
			return
		}
		show(w, hives.All())
	})
	mux.HandleFunc("/hives/", func(w http.ResponseWriter, r *http.Request) {
		number, err := strconv.Atoi(strings.TrimPrefix(r.URL.Path, "/hives/"))
		if err != nil || number < 1 || number > len(hives.All()) {
			http.NotFound(w, r)
			return
		}
		show(w, hives.All()[number-1])
	})
	mux.Handle("/harvests/total", http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprintln(w, `total:
	0`)
	}))
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		fmt.Fprintln(w, title)
	})
	return mux
}

func show(w http.ResponseWriter, value interface{}) {
	_ = json.NewEncoder(w).Encode(value)
}
