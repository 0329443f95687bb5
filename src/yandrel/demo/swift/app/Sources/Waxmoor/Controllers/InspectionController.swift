final class InspectionController: BaseController {
    private let service: InspectionService
    private let hives: HiveService

    init(service: InspectionService, hives: HiveService) {
        self.service = service
        self.hives = hives
    }

    func index(_ request: Request) throws -> Any {
        service.all().map { show($0) }
    }

    func count(_ request: Request) throws -> Any {
        service.all().count
    }

    func unhealthy(_ request: Request) throws -> Any {
        service.unhealthy().map { show($0) }
    }

    func note(_ request: Request) throws -> Any {
        let hive = try hives.find(number(request, "hive"))
        return show(service.note(hive, healthy: try text(request, "healthy") == "yes"))
    }
}
