// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(name: "Build", dependencies: ["Core"]),
        .target(name: "Workspace", dependencies: ["Build"]),
        .target(name: "Support", dependencies: ["Workspace"])
    ]
)
