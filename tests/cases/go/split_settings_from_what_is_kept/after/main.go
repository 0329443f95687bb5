package main

import (
	"flag"
	"fmt"
	"net/http"

	"example.org/waxmoor/controllers"
)

var (
	port = flag.Int("port", 8080, "where to listen")
)

func main() {
	flag.Parse()
	http.HandleFunc("/hive", controllers.ShowHive)
	http.ListenAndServe(fmt.Sprint(":", *port), nil)
}
