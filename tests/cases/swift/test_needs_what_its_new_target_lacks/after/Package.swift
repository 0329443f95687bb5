// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(
            name: "Ledgers",
            dependencies: [
                "Core",
            ]
        ),
        .testTarget(name: "CoreTests", dependencies: ["Core", "Ledgers"]),
        .testTarget(name: "LedgersTests", dependencies: ["Core", "Ledgers"]),
    ]
)
