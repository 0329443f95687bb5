package coop.waxmoor.hives;

import coop.waxmoor.models.Base;
import coop.waxmoor.models.Frame;

/** See {@link Frame} and {@link coop.waxmoor.models.Keeper#hive}. */
public class Hive extends Base {
    private final Frame frame = new Frame();

    public Hive twin() {
        return Frame.hive();
    }
}
