final class HiveService {
    private let hives: HiveRepository

    init(hives: HiveRepository) {
        self.hives = hives
    }

    func count() -> Int {
        hives.all.count
    }

    func open(_ name: String, _ keeper: Int) throws -> Hive {
        try NameValidator.check(name)
        return hives.save(Hive(name: name, keeper: keeper))
    }

    func find(_ number: Int) throws -> Hive {
        guard let hive = hives.find(number) else {
            throw NotFoundError(what: "hive \(number)")
        }
        return hive
    }
}
