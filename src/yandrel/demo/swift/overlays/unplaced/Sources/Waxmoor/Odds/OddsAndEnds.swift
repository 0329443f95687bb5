/// Nobody knows where it belongs.
final class OddsAndEnds {
    func show() -> String {
        "fair"
    }
}
