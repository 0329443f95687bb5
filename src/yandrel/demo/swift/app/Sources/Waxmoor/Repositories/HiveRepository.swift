final class HiveRepository: BaseRepository<Hive> {}
