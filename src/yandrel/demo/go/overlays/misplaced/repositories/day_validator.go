package repositories

// DayValidator: Says what is a day.
type DayValidator struct{}

// Show says how it is.
func (DayValidator) Show() string {
	return "fair"
}
