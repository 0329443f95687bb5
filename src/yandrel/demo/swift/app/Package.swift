// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Waxmoor"),
        .executableTarget(name: "WaxmoorServer", dependencies: ["Waxmoor"]),
        .testTarget(name: "WaxmoorTests", dependencies: ["Waxmoor"])
    ]
)
