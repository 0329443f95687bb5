package coop.waxmoor.repositories;

import coop.waxmoor.models.Hive;

public class HiveRepository extends BaseRepository<Hive> {
    public static final HiveRepository INSTANCE = new HiveRepository();
}
