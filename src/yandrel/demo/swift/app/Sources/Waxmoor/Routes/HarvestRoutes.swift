struct HarvestRoutes {
    func all() -> Routes {
        let controller = HarvestController(service: HarvestService(harvests: HarvestRepository()))
        return [
            "/": controller.index,
            "/record": controller.record,
            "/share": controller.share,
            "/harvests/total": controller.total,
        ]
    }
}
