final class KeeperService {
    private let keepers: KeeperRepository

    init(keepers: KeeperRepository) {
        self.keepers = keepers
    }

    func all() -> [Keeper] {
        keepers.all
    }

    func welcome(_ name: String, _ year: Int) throws -> Keeper {
        try NameValidator.check(name)
        if year < opened {
            throw InvalidError(why: "nobody joined in \(year)")
        }
        return keepers.save(Keeper(name: name, joined: year))
    }
}
