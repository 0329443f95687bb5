// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(name: "Ledgers", dependencies: ["Core"], path: "Libraries/Ledgers"),
        .target(name: "Web", dependencies: ["Core", "Ledgers"])
    ]
)
