public typealias Request = [String: String]

typealias Handler = (Request) throws -> Any

typealias Routes = [String: Handler]

/// Takes a number out of a request.
func number(_ request: Request, _ name: String) throws -> Int {
    guard let number = Int(try text(request, name)) else {
        throw InvalidError(why: "\(name) must be a number")
    }
    return number
}

func text(_ request: Request, _ name: String) throws -> String {
    guard let text = request[name] else {
        throw InvalidError(why: "\(name) is missing")
    }
    return text
}
