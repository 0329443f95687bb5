// swift-tools-version:5.9
import PackageDescription
let package = Package(name: "Waxmoor", dependencies: [.package(url: "https://example.org/vapor.git", from: "4.0.0")], targets: [
    .executableTarget(name: "App", dependencies: [.product(name: "Vapor", package: "vapor"), .product(name: "Fluent", package: "fluent")]),
])
