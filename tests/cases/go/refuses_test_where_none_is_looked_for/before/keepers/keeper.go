package keepers

// Keeper keeps hives.
type Keeper struct{ Name string }
