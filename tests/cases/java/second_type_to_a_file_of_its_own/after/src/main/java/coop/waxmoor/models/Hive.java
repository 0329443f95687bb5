/*
 * Waxmoor.
 */
package coop.waxmoor.models;

import java.util.List;

public class Hive {
    List<Frame> frames;
}
