/// See ``BaseModel``.
final class Inspection: BaseModel {
    let hive: Int
    let healthy: Bool

    init(hive: Int, healthy: Bool) {
        self.hive = hive
        self.healthy = healthy
    }
}
