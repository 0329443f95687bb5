import Fluent
import Vapor

final class Hive: Model, Content {
    static let schema = "hives"
    @ID(key: .id) var id: UUID?
    @Field(key: "name") var name: String
    init() {}
    init(id: UUID? = nil, name: String) {
        self.id = id
        self.name = name
    }
}
