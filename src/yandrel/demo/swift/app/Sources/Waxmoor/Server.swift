/// Finds the handler of a path, through every middleware.
public final class Server {
    private let middleware: [Middleware]
    private var handlers: [String: Handler] = [:]

    init(middleware: [Middleware]) {
        self.middleware = middleware
    }

    public var paths: [String] {
        handlers.keys.sorted()
    }

    func mount(_ prefix: String, _ routes: Routes) {
        for (path, handler) in routes {
            handlers[prefix + path] = handler
        }
    }

    public func serve(_ path: String, _ request: Request) throws -> Any {
        guard let handler = handlers[path] else {
            throw NotFoundError(what: path)
        }
        let whole = middleware.reversed().reduce(handler) { next, step in
            { request in try step.pass(request, next) }
        }
        return try whole(request)
    }
}
