package coop.waxmoor.shared;

/** Sizes of frames. */
public final class Frames {
    private Frames() {
    }

    public static int of(int boxes) {
        return boxes * 10;
    }
}
