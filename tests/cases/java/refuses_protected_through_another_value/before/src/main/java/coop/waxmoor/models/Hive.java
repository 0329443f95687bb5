package coop.waxmoor.models;

public class Hive extends Base {
    int size(Base other) {
        return frames + this.frames + other.frames;
    }
}
