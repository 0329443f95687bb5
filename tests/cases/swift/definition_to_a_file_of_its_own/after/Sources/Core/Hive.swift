import Foundation

struct Hive {
    let frames: [Frame]
}
