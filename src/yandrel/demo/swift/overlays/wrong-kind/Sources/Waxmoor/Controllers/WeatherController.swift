/// Answers for the weather.
protocol WeatherController {
    func show() -> String
}
