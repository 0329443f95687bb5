package coop.waxmoor.services;

import coop.waxmoor.shared.Frames;

/** Sizes of hives. */
public class HiveSizeService {
    public int frames(int boxes) {
        return Frames.of(boxes);
    }
}
