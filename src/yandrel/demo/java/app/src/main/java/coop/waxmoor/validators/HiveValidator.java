package coop.waxmoor.validators;

import coop.waxmoor.shared.InvalidException;
import java.util.Map;

public class HiveValidator {
    public static final int MOST_FRAMES = 24;

    public void check(Map<String, Object> data) {
        if (!(data.get("place") instanceof String place) || place.isEmpty()) {
            throw new InvalidException("a hive has a place");
        }
        if (!(data.get("frames") instanceof Integer frames) || frames > MOST_FRAMES) {
            throw new InvalidException("a hive has at most " + MOST_FRAMES + " frames");
        }
    }
}
