enum NameValidator {
    static func check(_ name: String) throws {
        if name.allSatisfy({ $0 == " " }) {
            throw InvalidError(why: "a name is missing")
        }
    }
}
