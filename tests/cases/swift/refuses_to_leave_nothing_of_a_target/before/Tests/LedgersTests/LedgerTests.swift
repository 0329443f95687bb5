import Ledgers
import XCTest

final class LedgerTests: XCTestCase {
    func testIsThere() {
        XCTAssertNotNil(Ledger.self)
    }
}
