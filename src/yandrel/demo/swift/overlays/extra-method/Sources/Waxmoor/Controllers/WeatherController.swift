/// Answers for the weather.
final class WeatherController: BaseController {
    func show() -> String {
        "fair"
    }

    func forecast() -> String {
        "cloudy"
    }
}
