import XCTest
@testable import Waxmoor

final class HarvestServiceTests: XCTestCase {
    func testHarvestsAreShared() throws {
        let harvest = try HarvestService(harvests: HarvestRepository()).record(1, 1000, 7)
        XCTAssertEqual(harvest.row()["share"] as? Int, 900)
        XCTAssertEqual(harvest.season, .summer)
    }
}
