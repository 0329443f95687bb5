import Core

public struct Page {
    let hive = Hive()
    let keeper = Keeper()
}
