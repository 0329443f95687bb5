@testable import Core
import XCTest

final class HiveTests: XCTestCase {
    func testIsMade() {
        _ = Hive()
    }
}

final class CellTests: XCTestCase {
    func testIsThere() {
        _ = Hive()
    }
}
