package coop.waxmoor.models;

public class Hive extends Base {
    int size() {
        return frames + this.frames + super.more();
    }
}
