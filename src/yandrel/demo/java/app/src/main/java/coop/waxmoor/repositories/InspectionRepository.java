package coop.waxmoor.repositories;

import coop.waxmoor.models.Inspection;

public class InspectionRepository extends BaseRepository<Inspection> {
    public static final InspectionRepository INSTANCE = new InspectionRepository();
}
