package controllers

// WeatherController answers for the weather.
type WeatherController struct{}

// Show says how it is.
func (WeatherController) Show() string {
	return "fair"
}

// Forecast says how it will be.
func (WeatherController) Forecast() string {
	return "cloudy"
}
