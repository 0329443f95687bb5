struct KeeperRoutes {
    func all() -> Routes {
        let controller = KeeperController(service: KeeperService(keepers: KeeperRepository()))
        return ["/welcome": controller.welcome]
    }
}
