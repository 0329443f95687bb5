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

struct CreateHive: Migration {
    func prepare(on database: Database) -> EventLoopFuture<Void> {
        database.schema("hives").id().field("name", .string, .required).create()
    }
    func revert(on database: Database) -> EventLoopFuture<Void> {
        database.schema("hives").delete()
    }
}

struct HiveDTO: Content {
    let name: String
}

struct HiveController: RouteCollection {
    func boot(routes: RoutesBuilder) throws {
        let hives = routes.grouped("hives")
        hives.get(use: index)
        hives.post(use: create)
    }
    func index(req: Request) async throws -> [Hive] {
        try await Hive.query(on: req.db).all()
    }
    func create(req: Request) async throws -> Hive {
        let dto = try req.content.decode(HiveDTO.self)
        let hive = Hive(name: dto.name)
        try await hive.save(on: req.db)
        return hive
    }
}

enum HiveError: AbortError {
    case missing
    var status: HTTPResponseStatus { .notFound }
    var reason: String { "no such hive" }
}

func routes(_ app: Application) throws {
    app.get("health") { req in "ok" }
    try app.register(collection: HiveController())
}

var env = try Environment.detect()
let app = Application(env)
defer { app.shutdown() }
app.migrations.add(CreateHive())
try routes(app)
try app.run()
