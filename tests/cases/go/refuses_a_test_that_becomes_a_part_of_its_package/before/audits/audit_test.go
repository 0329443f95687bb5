package audits

import (
	"testing"

	"example.com/waxmoor/harvests"
)

func TestAudit(t *testing.T) {
	t.Log(harvests.Harvest{})
}
