package coop.waxmoor.shared;

public final class Grades {
    public static final int GOLDEN = 20;

    public enum Grade {
        GOOD, BAD
    }

    public static Grade of(int weight) {
        return weight > GOLDEN ? Grade.GOOD : Grade.BAD;
    }
}
