package main

import (
	"encoding/json"
	"log"
	"net/http"
	"strconv"
	"strings"
	"sync"
)

// Hive is a hive of a keeper.
type Hive struct {
	Number int
	Name   string
	Keeper int
}

// Harvest is what a hive gave.
type Harvest struct {
	Hive, Grams int
}

// HiveStore keeps hives.
type HiveStore struct {
	lock sync.Mutex
	rows []Hive
}

// Add keeps a hive.
func (s *HiveStore) Add(hive Hive) Hive {
	s.lock.Lock()
	defer s.lock.Unlock()
	hive.Number = len(s.rows) + 1
	s.rows = append(s.rows, hive)
	return hive
}

// All returns every hive.
func (s *HiveStore) All() []Hive {
	return s.rows
}

var hives = &HiveStore{}

var harvests = map[int][]Harvest{}

const sharePercent = 90

func main() {
	log.Fatal(http.ListenAndServe(":8080", OpenServer()))
}

// OpenServer mounts every handler.
func OpenServer() http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("/hives", listHives)
	mux.HandleFunc("/hives/open", openHive)
	mux.HandleFunc("/harvests/record", recordHarvest)
	mux.HandleFunc("/harvests/total", totalHarvest)
	return signedIn(mux)
}

func listHives(w http.ResponseWriter, r *http.Request) {
	show(w, hives.All())
}

func openHive(w http.ResponseWriter, r *http.Request) {
	name := r.FormValue("name")
	if err := checkName(name); err != nil {
		http.Error(w, err.Error(), http.StatusBadRequest)
		return
	}
	show(w, hives.Add(Hive{Name: name, Keeper: number(r, "keeper")}))
}

func recordHarvest(w http.ResponseWriter, r *http.Request) {
	harvest := Harvest{Hive: number(r, "hive"), Grams: number(r, "grams")}
	harvests[harvest.Hive] = append(harvests[harvest.Hive], harvest)
	show(w, harvest)
}

func totalHarvest(w http.ResponseWriter, r *http.Request) {
	show(w, share(harvests[number(r, "hive")]))
}

// share returns what of the harvests a keeper gets.
func share(harvests []Harvest) int {
	total := 0
	for _, harvest := range harvests {
		total += harvest.Grams
	}
	return total * sharePercent / 100
}

type nameError struct{}

func (nameError) Error() string { return "a name is missing" }

func checkName(name string) error {
	if strings.TrimSpace(name) == "" {
		return nameError{}
	}
	return nil
}

func number(r *http.Request, name string) int {
	number, _ := strconv.Atoi(r.FormValue(name))
	return number
}

func show(w http.ResponseWriter, row any) {
	_ = json.NewEncoder(w).Encode(row)
}

func signedIn(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.FormValue("keeper") == "" && r.FormValue("hive") == "" {
			http.Error(w, "sign in first", http.StatusUnauthorized)
			return
		}
		next.ServeHTTP(w, r)
	})
}
