package shared

import (
	"encoding/json"
	"net/http"
	"strconv"
)

// Routes are the handlers of paths.
type Routes map[string]http.HandlerFunc

// Mount takes the routes of others in, below a prefix.
func (r Routes) Mount(prefix string, other Routes) {
	for path, handler := range other {
		r[prefix+path] = handler
	}
}

// Number takes a number out of a request.
func Number(request *http.Request, name string) (int, error) {
	number, err := strconv.Atoi(request.FormValue(name))
	if err != nil {
		return 0, Invalid{Why: name + " must be a number"}
	}
	return number, nil
}

// Numbers takes several numbers out of a request.
func Numbers(request *http.Request, names ...string) ([]int, error) {
	var numbers []int
	for _, name := range names {
		number, err := Number(request, name)
		if err != nil {
			return nil, err
		}
		numbers = append(numbers, number)
	}
	return numbers, nil
}

// Show writes a row.
func Show(answer http.ResponseWriter, row any) {
	_ = json.NewEncoder(answer).Encode(row)
}

// Fail writes an error.
func Fail(answer http.ResponseWriter, err error) {
	status := http.StatusInternalServerError
	if _, bad := err.(Invalid); bad {
		status = http.StatusBadRequest
	}
	http.Error(answer, err.Error(), status)
}
