/// Answers for the weather.
final class WeatherController {
    func show() -> String {
        "fair"
    }
}
