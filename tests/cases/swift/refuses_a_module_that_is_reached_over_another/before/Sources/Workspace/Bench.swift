import Build

public struct Bench {}
