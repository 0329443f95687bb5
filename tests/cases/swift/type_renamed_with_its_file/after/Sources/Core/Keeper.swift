struct Keeper {
    let hive: [Colony]
    let text = "\(Colony.open())"
}

extension Colony: Sendable {
    func of(_ Hive: Int) -> Int { Hive }
}
