// swift-tools-version:5.5
import PackageDescription
let package = Package(name: "A", targets: [.target(name: "A")])
