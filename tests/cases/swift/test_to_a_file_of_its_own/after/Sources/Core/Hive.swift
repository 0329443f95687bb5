struct Hive {
    init() {}
}

public struct Yard {
    public init() {}
}
