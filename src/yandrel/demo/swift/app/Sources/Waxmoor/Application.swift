/// Mounts every router under its prefix.
public func openServer() -> Server {
    let server = Server(middleware: [ErrorMiddleware(), SignedInMiddleware()])
    server.mount("/hives", HiveRoutes().all())
    server.mount("/harvests", HarvestRoutes().all())
    server.mount("/keepers", KeeperRoutes().all())
    return server
}
