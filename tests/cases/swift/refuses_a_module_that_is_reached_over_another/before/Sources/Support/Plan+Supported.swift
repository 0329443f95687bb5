import struct Build.Plan

extension Plan {
    public var isSupported: Bool { true }
}
