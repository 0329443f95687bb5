package main

import (
	"net/http/httptest"
	"strings"
	"testing"
)

func TestRoutes(t *testing.T) {
	for path, wanted := range map[string]string{
		"/hives/open?name=Heather&keeper=1":  `"Name":"Heather"`,
		"/hives/open?keeper=1":               "a name is missing",
		"/harvests/record?hive=1&grams=1000": `"Grams":1000`,
		"/harvests/total?hive=2":             "0",
		"/hives":                             "sign in first",
	} {
		answer := httptest.NewRecorder()
		OpenServer().ServeHTTP(answer, httptest.NewRequest("GET", path, nil))
		if !strings.Contains(answer.Body.String(), wanted) {
			t.Error(path, answer.Body.String())
		}
	}
}
