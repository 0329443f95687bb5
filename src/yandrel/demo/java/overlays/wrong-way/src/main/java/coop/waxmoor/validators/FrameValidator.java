package coop.waxmoor.validators;

import coop.waxmoor.models.Hive;

/** Says which hives have frames. */
public class FrameValidator {
    public boolean fits(Hive hive) {
        return hive != null;
    }
}
