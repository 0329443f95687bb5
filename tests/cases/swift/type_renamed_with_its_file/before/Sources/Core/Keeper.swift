struct Keeper {
    let hive: [Hive]
    let text = "\(Hive.open())"
}

extension Hive: Sendable {
    func of(_ Hive: Int) -> Int { Hive }
}
