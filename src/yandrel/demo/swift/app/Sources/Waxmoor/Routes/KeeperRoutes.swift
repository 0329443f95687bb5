struct KeeperRoutes {
    func all() -> Routes {
        let controller = KeeperController(service: KeeperService(keepers: KeeperRepository()))
        return [
            "/": controller.index,
            "/count": controller.count,
            "/welcome": controller.welcome,
        ]
    }
}
