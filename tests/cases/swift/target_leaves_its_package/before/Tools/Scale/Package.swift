// swift-tools-version:5.7
import PackageDescription

let package = Package(name: "Scale", targets: [.target(name: "Scale")])
