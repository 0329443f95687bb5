/// What bees build.
final class Comb {
    func show() -> String {
        "fair"
    }
}
