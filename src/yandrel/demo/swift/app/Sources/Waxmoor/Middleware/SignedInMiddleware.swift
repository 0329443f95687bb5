struct SignedInMiddleware: Middleware {
    func pass(_ request: Request, _ next: Handler) throws -> Any {
        if request["keeper"] == nil && request["hive"] == nil {
            throw InvalidError(why: "sign in first")
        }
        return try next(request)
    }
}
