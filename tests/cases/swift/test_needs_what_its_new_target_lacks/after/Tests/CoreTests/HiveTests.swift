@testable import Core
import XCTest

final class HiveTests: XCTestCase {
    func testIsMade() {
        _ = Hive()
    }
}
