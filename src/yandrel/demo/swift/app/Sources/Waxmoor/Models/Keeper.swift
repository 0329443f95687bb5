/// See ``BaseModel``.
final class Keeper: BaseModel {
    let name: String
    let joined: Int

    init(name: String, joined: Int) {
        self.name = name
        self.joined = joined
    }
}
