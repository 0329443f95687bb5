package main

import (
	"io"
	"net/http/httptest"
	"net/url"
	"testing"
)

func TestAnswers(t *testing.T) {
	t.Setenv("TITLE", "Waxmoor")
	server := httptest.NewServer(newServer())
	defer server.Close()
	posted, err := server.Client().PostForm(server.URL+"/hives", url.Values{"name": {"Heather"}})
	if err != nil || posted.StatusCode != 201 {
		t.Fatal(posted, err)
	}
	for _, asked := range [][]string{
		{"/hives", "[{\"id\":1,\"name\":\"Heather\"}]\n"},
		{"/hives/count", "1 of\n\t20"},
		{"/harvests?kilos=3", "[\"3\"]\n"},
		{"/harvests?kilos=4", "[\"3\",\"4\"]\n"},
		{"/health", "ok"},
		{"/about", "Waxmoor"},
	} {
		answer, err := server.Client().Get(server.URL + asked[0])
		if err != nil {
			t.Fatal(err)
		}
		text, _ := io.ReadAll(answer.Body)
		if string(text) != asked[1] {
			t.Errorf("%s: %q", asked[0], text)
		}
	}
}
