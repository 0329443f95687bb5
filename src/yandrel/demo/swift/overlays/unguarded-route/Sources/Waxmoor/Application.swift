/// Mounts every router under its prefix.
public func openServer() -> Server {
    let server = Server(middleware: [ErrorMiddleware(), SignedInMiddleware()])
    let hives = HiveRepository()
    var inner = HiveRoutes(hives: hives).all()
    nest(&inner, "/inspections", InspectionRoutes(hives: hives).all())
    server.mount("/hives", inner)
    server.mount("/harvests", HarvestRoutes().all())
    server.mount("/keepers", KeeperRoutes().all())
    return server
}

/// Takes the routes of others into a table, below a prefix.
func nest(_ table: inout Routes, _ prefix: String, _ routes: Routes) {
    for (path, handler) in routes {
        table[prefix + path] = handler
    }
}

/// Lets only keepers through.
func guarded(_ routes: Routes) -> Routes {
    var found: Routes = [:]
    for (path, handler) in routes {
        found[path] = membersOnly(handler)
    }
    return found
}
