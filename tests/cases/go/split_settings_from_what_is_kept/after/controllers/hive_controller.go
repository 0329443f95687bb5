package controllers

import (
	"flag"
	"fmt"
	"net/http"

	"example.org/waxmoor/repositories"
)

var Verbose = flag.Bool("verbose", false, "say what is asked")

func ShowHive(w http.ResponseWriter, r *http.Request) {
	if *Verbose {
		fmt.Println(r.URL.Path)
	}
	fmt.Fprintln(w, repositories.Hives[r.URL.Query().Get("name")])
}
