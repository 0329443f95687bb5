struct ErrorMiddleware: Middleware {
    func pass(_ request: Request, _ next: Handler) throws -> Any {
        do {
            return try next(request)
        } catch let error as InvalidError {
            return error.why
        }
    }
}
