import Fluent
import Vapor

struct CreateHive: Migration {
    func prepare(on database: Database) -> EventLoopFuture<Void> {
        database.schema("hives").id().field("name", .string, .required).create()
    }
    func revert(on database: Database) -> EventLoopFuture<Void> {
        database.schema("hives").delete()
    }
}
