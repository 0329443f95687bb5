/// See ``BaseModel``.
final class Hive: BaseModel {
    let name: String
    let keeper: Int

    init(name: String, keeper: Int) {
        self.name = name
        self.keeper = keeper
    }

    static let mostFrames = 12
}
