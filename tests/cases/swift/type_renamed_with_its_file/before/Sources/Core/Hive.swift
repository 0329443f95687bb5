/// A ``Hive``.
public final class Hive {
    var twin: Hive?

    static func open() -> Hive { Hive() }
}
