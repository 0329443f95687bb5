package coop.waxmoor.models;

/** See {@link Frame} and {@link coop.waxmoor.models.Keeper#hive}. */
public class Hive extends Base {
    private final Frame frame = new Frame();

    public Hive twin() {
        return Frame.hive();
    }
}
