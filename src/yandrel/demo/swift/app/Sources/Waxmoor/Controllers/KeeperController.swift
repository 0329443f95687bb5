final class KeeperController: BaseController {
    private let service: KeeperService

    init(service: KeeperService) {
        self.service = service
    }

    func welcome(_ request: Request) throws -> Any {
        show(try service.welcome(text(request, "name"), number(request, "year")))
    }
}
