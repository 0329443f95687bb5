import Core

public struct Room {
    let hive: Hive
}
