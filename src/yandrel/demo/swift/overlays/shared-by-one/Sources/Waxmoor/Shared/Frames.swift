/// Sizes of frames.
enum Frames {
    static func of(boxes: Int) -> Int {
        boxes * 10
    }
}
