final class EntryService {
    private let store: HiveStore

    init(store: HiveStore) {
        self.store = store
    }

    func enter(_ name: String, _ weight: Int) {
        store.add(Hive(name: name, weight: weight))
    }

    func leave(_ number: Int) {
        store.remove(number)
    }
}
