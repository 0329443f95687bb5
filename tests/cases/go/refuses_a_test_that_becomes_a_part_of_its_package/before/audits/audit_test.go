package audits

import (
	"testing"

	"example.com/waxmoor/harvests"
)

func audit(t *testing.T) {
	t.Log(harvests.Harvest{})
}
