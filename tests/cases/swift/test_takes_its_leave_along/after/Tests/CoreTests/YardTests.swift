@testable import Core
import XCTest

final class YardTests: XCTestCase {
    func testIsMade() {
        _ = Yard()
    }
}

final class CellTests: XCTestCase {
    func testIsThere() {
        _ = Hive()
    }
}
