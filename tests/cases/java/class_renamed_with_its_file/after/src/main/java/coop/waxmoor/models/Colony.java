package coop.waxmoor.models;

public class Colony {
    private static final Colony NONE = new Colony(0);

    public Colony(int frames) {
    }

    public static class Part {
    }
}
