package main

import (
	"flag"
	"fmt"
	"net/http"
)

var (
	port    = flag.Int("port", 8080, "where to listen")
	verbose = flag.Bool("verbose", false, "say what is asked")
	hives   = map[string]int{"north": 3}
)

func showHive(w http.ResponseWriter, r *http.Request) {
	if *verbose {
		fmt.Println(r.URL.Path)
	}
	fmt.Fprintln(w, hives[r.URL.Query().Get("name")])
}

func main() {
	flag.Parse()
	http.HandleFunc("/hive", showHive)
	http.ListenAndServe(fmt.Sprint(":", *port), nil)
}
