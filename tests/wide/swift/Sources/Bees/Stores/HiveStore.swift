/// Keeps hives.
protocol HiveStore {
    var size: Int { get }

    /// Returns the one of a number.
    func find(_ number: Int) -> Hive
    func all() -> [Hive]
    func add(_ hive: Hive)
    func remove(_ number: Int)
    func weigh() -> String
}
