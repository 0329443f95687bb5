package middleware

import (
	"net/http"

	"coop.example/waxmoor/shared"
)

// MembersOnly lets only those through who give the number of a keeper.
func MembersOnly(next http.HandlerFunc) http.HandlerFunc {
	return func(answer http.ResponseWriter, request *http.Request) {
		if request.FormValue("keeper") == "" {
			shared.Fail(answer, shared.Invalid{Why: "this is for members"})
			return
		}
		next(answer, request)
	}
}
