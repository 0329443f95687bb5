package validators

import (
	"strings"

	"coop.example/waxmoor/shared"
)

// NameValidator says what can be called what.
type NameValidator struct{}

// Check refuses names of blanks.
func (NameValidator) Check(name string) error {
	if strings.TrimSpace(name) == "" {
		return shared.Invalid{Why: "a name is missing"}
	}
	return nil
}
