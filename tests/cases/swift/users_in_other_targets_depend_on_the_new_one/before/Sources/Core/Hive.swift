public struct Hive {
    public init() {}
}
