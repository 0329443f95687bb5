package waxmoor.hives;

public class Hive {
    public static final int NONE = 0;

    static class Frame {
    }
}
