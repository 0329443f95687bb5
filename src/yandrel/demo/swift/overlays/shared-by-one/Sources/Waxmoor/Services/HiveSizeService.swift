/// Sizes of hives.
final class HiveSizeService {
    func frames(boxes: Int) -> Int {
        Frames.of(boxes: boxes)
    }
}
