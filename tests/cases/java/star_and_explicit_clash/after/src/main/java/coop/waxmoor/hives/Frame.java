package coop.waxmoor.hives;

public class Frame {
}
