import XCTest

final class OldTests: XCTestCase {}
