package coop.waxmoor.models;

public class Hive extends BaseModel {
    private final String place;
    private final int frames;
    private final Integer keeper;

    public Hive(String place, int frames, Integer keeper) {
        this.place = place;
        this.frames = frames;
        this.keeper = keeper;
    }

    public String getPlace() {
        return place;
    }

    public int getFrames() {
        return frames;
    }

    public Integer getKeeper() {
        return keeper;
    }
}
