package controllers

// WeatherController: Answers for the weather.
type WeatherController interface {
	Show() string
}
