protocol Middleware {
    func pass(_ request: Request, _ next: Handler) throws -> Any
}
