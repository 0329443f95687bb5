package keepers

import "example.org/waxmoor/hives"

// Keeper looks after hives.
type Keeper struct{ Hives []hives.Hive }
