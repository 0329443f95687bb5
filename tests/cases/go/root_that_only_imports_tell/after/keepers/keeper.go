package keepers

import "example.org/waxmoor/colonies"

// Keeper looks after hives.
type Keeper struct{ Hives []colonies.Hive }
