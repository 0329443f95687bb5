package main

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
)

func ask(t *testing.T, path string) string {
	t.Helper()
	answer := httptest.NewRecorder()
	OpenServer().ServeHTTP(answer, httptest.NewRequest(http.MethodGet, path, nil))
	return answer.Body.String()
}

func TestHivesAreOpened(t *testing.T) {
	if got := ask(t, "/hives/open?name=Heather&keeper=1"); !strings.Contains(got, "Heather") {
		t.Error(got)
	}
}

func TestInspectionsAreNoted(t *testing.T) {
	if got := ask(t, "/hives/inspections/unhealthy?keeper=1"); !strings.Contains(got, "null") {
		t.Error(got)
	}
}

func TestKeepersAreAmongThemselves(t *testing.T) {
	if got := ask(t, "/keepers/count?hive=1"); !strings.Contains(got, "this is for members") {
		t.Error(got)
	}
	if got := ask(t, "/keepers/count?keeper=1"); !strings.Contains(got, "0") {
		t.Error(got)
	}
}

func TestKeepersSignIn(t *testing.T) {
	if got := ask(t, "/hives/"); !strings.Contains(got, "sign in first") {
		t.Error(got)
	}
}
