import Ledgers

struct Keeper {
    let hive: Hive
}
