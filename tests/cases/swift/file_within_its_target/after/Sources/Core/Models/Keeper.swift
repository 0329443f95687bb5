struct Keeper {
    let hive: Hive
}
