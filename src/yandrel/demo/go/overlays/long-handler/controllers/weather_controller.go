package controllers

// WeatherController answers for the weather.
type WeatherController struct{}

// Show says how it is.
func (WeatherController) Show() int {
	day1 := 1
	day2 := 2
	day3 := 3
	day4 := 4
	day5 := 5
	day6 := 6
	day7 := 7
	day8 := 8
	day9 := 9
	day10 := 10
	day11 := 11
	day12 := 12
	day13 := 13
	day14 := 14
	day15 := 15
	return day1 + day2 + day3 + day4 + day5 + day6 + day7 + day8 + day9 + day10 + day11 + day12 + day13 + day14 + day15
}
