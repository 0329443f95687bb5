public struct Hive {
    let keeper: Keeper
}
