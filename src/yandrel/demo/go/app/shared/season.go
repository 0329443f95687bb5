package shared

// Season is when bees do what.
type Season int

// The seasons, from the first flight on.
const (
	Spring Season = iota
	Summer
	Autumn
	Winter
)

// SeasonOf returns the season of a month.
func SeasonOf(month int) Season {
	return Season((month - 3 + 12) % 12 / 3)
}
