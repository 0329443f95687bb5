import Foundation

/// Holds a comb.
struct Frame {
    let made: Date
}
