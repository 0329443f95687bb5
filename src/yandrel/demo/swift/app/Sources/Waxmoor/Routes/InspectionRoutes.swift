struct InspectionRoutes {
    let hives: HiveRepository

    func all() -> Routes {
        let service = InspectionService(inspections: InspectionRepository())
        let controller = InspectionController(service: service, hives: HiveService(hives: hives))
        return [
            "/": controller.index,
            "/count": controller.count,
            "/note": controller.note,
            "/unhealthy": controller.unhealthy,
        ]
    }
}
