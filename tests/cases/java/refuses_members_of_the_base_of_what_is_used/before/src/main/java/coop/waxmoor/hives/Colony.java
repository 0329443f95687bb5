package coop.waxmoor.hives;

public class Colony {
    int queens, drones;

    public static class Frame {
        int weight;
    }

    protected java.util.List<Frame> frames() {
        return java.util.List.of();
    }
}
