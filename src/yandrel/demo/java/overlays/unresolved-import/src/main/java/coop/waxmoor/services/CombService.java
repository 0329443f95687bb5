package coop.waxmoor.services;

import coop.waxmoor.models.Comb;

/** What can be done with combs. */
public class CombService {
    public boolean fits(Comb comb) {
        return comb != null;
    }
}
