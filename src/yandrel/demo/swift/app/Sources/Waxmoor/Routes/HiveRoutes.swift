struct HiveRoutes {
    func all() -> Routes {
        let hives = HiveRepository()
        let controller = HiveController(service: HiveService(hives: hives), hives: hives)
        return ["/": controller.index, "/open": controller.open]
    }
}
