package coop.waxmoor.repositories;

import coop.waxmoor.models.Keeper;

public class KeeperRepository extends BaseRepository<Keeper> {
    public static final KeeperRepository INSTANCE = new KeeperRepository();
}
