import Core

public struct Hive {
    let keeper: Keeper
}
