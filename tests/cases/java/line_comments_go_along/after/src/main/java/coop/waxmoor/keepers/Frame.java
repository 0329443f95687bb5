package coop.waxmoor.keepers;

// How a frame is counted:
// full ones once,
// half ones half.
class Frame {
}
