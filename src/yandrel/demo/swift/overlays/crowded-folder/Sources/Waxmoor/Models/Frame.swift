/// What holds a comb.
final class Frame {
    func show() -> String {
        "fair"
    }
}
