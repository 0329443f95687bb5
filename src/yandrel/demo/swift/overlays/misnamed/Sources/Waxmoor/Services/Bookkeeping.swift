/// What is in the till.
final class Bookkeeping {
    func show() -> String {
        "fair"
    }
}
