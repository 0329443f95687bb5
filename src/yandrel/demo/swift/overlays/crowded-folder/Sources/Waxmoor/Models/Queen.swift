/// Who lays the eggs.
final class Queen {
    func show() -> String {
        "fair"
    }
}
