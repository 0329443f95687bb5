import XCTest
@testable import Waxmoor

final class HiveServiceTests: XCTestCase {
    func testHivesAreOpened() throws {
        let service = HiveService(hives: HiveRepository())
        XCTAssertEqual(try service.open("Heather", 1).number, 1)
        XCTAssertThrowsError(try service.open(" ", 1))
    }
}
