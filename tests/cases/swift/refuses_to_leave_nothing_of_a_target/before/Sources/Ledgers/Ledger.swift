import Core

public struct Ledger {
    public let hive: Hive
}
