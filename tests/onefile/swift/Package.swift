// swift-tools-version:5.7
import PackageDescription

let package = Package(name: "Waxmoor", targets: [.executableTarget(name: "Waxmoor")])
