/// Says what a harvest may weigh.
enum WeightValidator {
    static func check(_ grams: Int) throws {
        guard (1...60_000).contains(grams) else {
            throw InvalidError(why: "a harvest of \(grams) grams")
        }
    }
}
