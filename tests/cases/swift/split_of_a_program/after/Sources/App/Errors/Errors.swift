import Fluent
import Vapor

enum HiveError: AbortError {
    case missing
    var status: HTTPResponseStatus { .notFound }
    var reason: String { "no such hive" }
}
