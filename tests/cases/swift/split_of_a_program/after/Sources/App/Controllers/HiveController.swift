import Fluent
import Vapor

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
