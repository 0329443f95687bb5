/*
 * Waxmoor.
 */
package coop.waxmoor.models;

import java.util.List;
import java.util.Map;

public class Hive {
    List<Frame> frames;
}

/** Holds a comb. */
class Frame {
    Map<String, Hive> hives;

    Frame() {
    }
}
