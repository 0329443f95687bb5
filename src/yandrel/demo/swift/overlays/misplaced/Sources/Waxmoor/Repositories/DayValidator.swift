/// Says what is a day.
final class DayValidator {
    func show() -> String {
        "fair"
    }
}
