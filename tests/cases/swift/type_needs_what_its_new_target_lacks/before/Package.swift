// swift-tools-version:5.7
import PackageDescription

let package = Package(
    name: "Waxmoor",
    dependencies: [
        .package(url: "https://waxmoor.example/scales.git", from: "1.0.0"),
    ],
    targets: [
        .target(name: "Core"),
        .target(
            name: "Store",
            dependencies: [
                "Core",
                .product(name: "Scales", package: "scales"), // weighs hives
            ]
        ),
        .target(
            name: "Web",
            path: "Sources/Web"
        ),
    ]
)
