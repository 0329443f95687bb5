/// A ``Colony``.
public final class Colony {
    var twin: Colony?

    static func open() -> Colony { Colony() }
}
