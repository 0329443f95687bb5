public struct Keeper {
    public init() {}
}
