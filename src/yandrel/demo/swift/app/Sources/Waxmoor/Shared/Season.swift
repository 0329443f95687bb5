/// When bees do what.
enum Season: Int {
    case spring
    case summer
    case autumn
    case winter

    static func of(month: Int) -> Season? {
        Season(rawValue: (month - 3 + 12) % 12 / 3)
    }
}
