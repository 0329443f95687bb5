package middleware

import (
	"net/http"

	"coop.example/waxmoor/shared"
)

// Recover answers with an error where a handler gives up.
func Recover(next http.Handler) http.Handler {
	return http.HandlerFunc(func(answer http.ResponseWriter, request *http.Request) {
		defer func() {
			if fault := recover(); fault != nil {
				shared.Fail(answer, shared.Invalid{Why: "something went wrong"})
			}
		}()
		next.ServeHTTP(answer, request)
	})
}
