package coop.waxmoor.shared;

import coop.waxmoor.models.Harvest;

/** Counts what there is. */
public class Tally {
    public boolean fits(Harvest harvest) {
        return harvest != null;
    }
}
