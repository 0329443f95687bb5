final class HiveController: BaseController {
    private let service: HiveService
    private let hives: HiveRepository

    init(service: HiveService, hives: HiveRepository) {
        self.service = service
        self.hives = hives
    }

    func index(_ request: Request) throws -> Any {
        hives.all.map { show($0) }
    }

    func count(_ request: Request) throws -> Any {
        service.count()
    }

    func show(_ request: Request) throws -> Any {
        show(try service.find(number(request, "hive")))
    }

    func open(_ request: Request) throws -> Any {
        show(try service.open(text(request, "name"), number(request, "keeper")))
    }
}
