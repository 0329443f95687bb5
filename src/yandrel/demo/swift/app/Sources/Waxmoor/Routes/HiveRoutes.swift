struct HiveRoutes {
    let hives: HiveRepository

    func all() -> Routes {
        let controller = HiveController(service: HiveService(hives: hives), hives: hives)
        return [
            "/": controller.index,
            "/count": controller.count,
            "/open": controller.open,
            "/show": controller.show,
        ]
    }
}
