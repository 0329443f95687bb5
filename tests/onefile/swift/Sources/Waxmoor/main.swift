import Foundation

/// Where bees live.
struct Hive {
    let number: Int
    let place: String
}

extension Hive {
    var label: String {
        "\(number) at \(place)"
    }
}

final class HiveRepository {
    private(set) var rows: [Hive] = []

    func add(_ place: String) -> Hive {
        rows.append(Hive(number: rows.count + 1, place: place))
        return rows[rows.count - 1]
    }
}

final class HiveService {
    private let hives: HiveRepository

    init(_ hives: HiveRepository) {
        self.hives = hives
    }

    func list() -> [Hive] {
        hives.rows
    }

    func add(_ place: String) throws -> Hive {
        guard !place.isEmpty else {
            throw InvalidError(why: "a hive stands somewhere")
        }
        return hives.add(place)
    }
}

struct HiveController {
    let service: HiveService

    func create(_ body: String) throws -> String {
        "201 " + (try service.add(body)).label
    }
}

struct InvalidError: Error {
    let why: String
}

let controller = HiveController(service: HiveService(HiveRepository()))
print(try controller.create("Heather"))
