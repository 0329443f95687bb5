public struct Ledger {}
