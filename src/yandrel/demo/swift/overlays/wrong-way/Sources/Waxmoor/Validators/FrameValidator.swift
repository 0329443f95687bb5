/// Says which hives have frames.
final class FrameValidator {
    func fits(_ hive: Hive?) -> Bool {
        hive != nil
    }
}
