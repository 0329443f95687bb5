// swift-tools-version:5.5
import PackageDescription

let package = Package(name: "Bees", targets: [.executableTarget(name: "Bees", path: "Sources/Bees")])
