final class HarvestController: BaseController {
    private let service: HarvestService

    init(service: HarvestService) {
        self.service = service
    }

    func index(_ request: Request) throws -> Any {
        service.all().map { show($0) }
    }

    func share(_ request: Request) throws -> Any {
        HarvestService.share(try number(request, "grams"))
    }

    func record(_ request: Request) throws -> Any {
        show(try service.record(number(request, "hive"), number(request, "grams"), number(request, "month")))
    }

    func total(_ request: Request) throws -> Any {
        service.total(try number(request, "hive"))
    }
}
