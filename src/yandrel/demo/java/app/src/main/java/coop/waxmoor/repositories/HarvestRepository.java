package coop.waxmoor.repositories;

import coop.waxmoor.models.Harvest;

public class HarvestRepository extends BaseRepository<Harvest> {
    public static final HarvestRepository INSTANCE = new HarvestRepository();
}
