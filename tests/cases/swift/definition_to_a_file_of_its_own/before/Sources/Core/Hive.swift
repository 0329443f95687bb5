import Foundation

struct Hive {
    let frames: [Frame]
}

/// Holds a comb.
struct Frame {
    let made: Date
}
