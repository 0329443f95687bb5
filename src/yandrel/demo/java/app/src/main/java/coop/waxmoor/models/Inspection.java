package coop.waxmoor.models;

public class Inspection extends BaseModel {
    private final int hive;
    private final int mites;

    public Inspection(int hive, int mites) {
        this.hive = hive;
        this.mites = mites;
    }

    public int getHive() {
        return hive;
    }

    public int getMites() {
        return mites;
    }

    public boolean isWarning() {
        return mites > 3;
    }
}
