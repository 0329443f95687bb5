// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(name: "Ledgers", path: "Sources/Books/Ledgers"),
        .target(name: "Web", dependencies: ["Core", "Ledgers"])
    ]
)
