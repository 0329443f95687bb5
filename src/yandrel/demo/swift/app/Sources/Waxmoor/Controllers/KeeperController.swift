final class KeeperController: BaseController {
    private let service: KeeperService

    init(service: KeeperService) {
        self.service = service
    }

    func index(_ request: Request) throws -> Any {
        service.all().map { show($0) }
    }

    func count(_ request: Request) throws -> Any {
        service.all().count
    }

    func welcome(_ request: Request) throws -> Any {
        show(try service.welcome(text(request, "name"), number(request, "year")))
    }
}
