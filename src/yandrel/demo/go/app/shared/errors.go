package shared

// Invalid is what cannot be taken.
type Invalid struct {
	Why string
}

func (e Invalid) Error() string {
	return e.Why
}

// NotFound is what is not there; see [Invalid].
type NotFound struct {
	What string
}

func (e NotFound) Error() string {
	return "there is no " + e.What
}
