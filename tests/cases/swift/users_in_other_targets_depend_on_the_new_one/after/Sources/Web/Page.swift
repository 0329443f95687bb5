import Core
import Store

public struct Page {
    let hive = Hive()
    let keeper = Keeper()
}
