/// Who left.
final class Swarm {
    func show() -> String {
        "fair"
    }
}
