import Core
import Scales

public struct Shelf {
    let hive: Hive
    let scale: Scale
}
