struct HarvestRoutes {
    func all() -> Routes {
        let controller = HarvestController(service: HarvestService(harvests: HarvestRepository()))
        return ["/record": controller.record, "/harvests/total": controller.total]
    }
}
