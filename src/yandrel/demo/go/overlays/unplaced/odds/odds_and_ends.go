package odds

// OddsAndEnds: Nobody knows where it belongs.
type OddsAndEnds struct{}

// Show says how it is.
func (OddsAndEnds) Show() string {
	return "fair"
}
