// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(
            /** What is owed, and what (name: "Ledgers") once meant. */
            name: "Ledgers",
            dependencies: [
                "Core",
            ],
            path: "Libraries/Ledgers"
        ),
        .testTarget(name: "CoreTests", dependencies: ["Core"]),
        .testTarget(name: "LedgersTests", dependencies: ["Core", "Ledgers"]),
    ]
)
