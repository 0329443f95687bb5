final class KeeperRepository: BaseRepository<Keeper> {}
