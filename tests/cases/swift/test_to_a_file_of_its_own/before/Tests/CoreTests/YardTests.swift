import Core
import XCTest

final class YardTests: XCTestCase {
    func testIsMade() {
        _ = Yard()
    }
}
