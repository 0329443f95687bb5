// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core"),
        .target(name: "Store"),
        .target(
            name: "Web",
            dependencies: [
                .target(name: "Core"),
                "Store",
            ]
        ),
    ]
)
