final class InspectionController: BaseController {
    private let service: InspectionService
    private let hives: HiveService

    init(service: InspectionService, hives: HiveService) {
        self.service = service
        self.hives = hives
    }

    func note(_ request: Request) throws -> Any {
        let hive = try hives.find(number(request, "hive"))
        return show(service.note(hive, healthy: try text(request, "healthy") == "yes"))
    }
}
