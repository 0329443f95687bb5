/*
 * Waxmoor.
 */
package coop.waxmoor.models;

import java.util.Map;

/** Holds a comb. */
class Frame {
    Map<String, Hive> hives;

    Frame() {
    }
}
