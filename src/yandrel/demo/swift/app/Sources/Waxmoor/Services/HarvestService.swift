final class HarvestService {
    private let harvests: HarvestRepository

    init(harvests: HarvestRepository) {
        self.harvests = harvests
    }

    /// What of a ``Harvest`` the keeper gets.
    static func share(_ grams: Int) -> Int {
        grams * 9 / 10
    }

    func all() -> [Harvest] {
        harvests.all
    }

    func record(_ hive: Int, _ grams: Int, _ month: Int) throws -> Harvest {
        try WeightValidator.check(grams)
        return harvests.save(Harvest(hive: hive, grams: grams, month: month))
    }

    func total(_ hive: Int) -> Int {
        harvests.ofHive(hive).reduce(0) { $0 + $1.grams }
    }
}
