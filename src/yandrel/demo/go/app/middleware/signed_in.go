package middleware

import (
	"net/http"

	"coop.example/waxmoor/shared"
)

// SignedIn lets nobody through who does not say who they are.
func SignedIn(next http.Handler) http.Handler {
	return http.HandlerFunc(func(answer http.ResponseWriter, request *http.Request) {
		if request.FormValue("keeper") == "" && request.FormValue("hive") == "" {
			shared.Fail(answer, shared.Invalid{Why: "sign in first"})
			return
		}
		next.ServeHTTP(answer, request)
	})
}
