package waxmoor.hives;

public class Main {
    Object frame() {
        return Hive.NONE == 0 ? new Hive.Frame() : null;
    }
}
