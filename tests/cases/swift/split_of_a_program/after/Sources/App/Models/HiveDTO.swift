import Fluent
import Vapor

struct HiveDTO: Content {
    let name: String
}
