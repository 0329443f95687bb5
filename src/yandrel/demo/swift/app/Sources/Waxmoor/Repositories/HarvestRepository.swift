final class HarvestRepository: BaseRepository<Harvest> {
    func ofHive(_ hive: Int) -> [Harvest] {
        all.filter { $0.hive == hive }
    }
}
