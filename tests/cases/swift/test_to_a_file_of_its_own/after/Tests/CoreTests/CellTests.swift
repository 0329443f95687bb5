@testable import Core
import XCTest

final class CellTests: XCTestCase {
    func testIsThere() {
        _ = Hive()
    }
}
