package main

import (
	"io"
	"net/http/httptest"
	"net/url"
	"testing"
)

func TestAnswers(t *testing.T) {
	server := httptest.NewServer(OpenServer("Waxmoor"))
	defer server.Close()
	posted, err := server.Client().PostForm(server.URL+"/hives", url.Values{"name": {"Heather"}})
	if err != nil || posted.StatusCode != 200 {
		t.Fatal(posted, err)
	}
	for path, wanted := range map[string]string{
		"/hives":          "[{\"number\":1,\"name\":\"Heather\"}]\n",
		"/hives/1":        "{\"number\":1,\"name\":\"Heather\"}\n",
		"/harvests/total": "total:\n\t0\n",
		"/":               "Waxmoor\n",
	} {
		answer, err := server.Client().Get(server.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		text, _ := io.ReadAll(answer.Body)
		if string(text) != wanted {
			t.Errorf("%s: %q", path, text)
		}
	}
	missing, _ := server.Client().Get(server.URL + "/hives/2")
	if missing.StatusCode != 404 {
		t.Error(missing.StatusCode)
	}
}
