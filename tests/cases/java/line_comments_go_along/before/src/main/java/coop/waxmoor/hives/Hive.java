package coop.waxmoor.hives;

public class Hive {
}

// How a frame is counted:
// full ones once,
// half ones half.
class Frame {
}
