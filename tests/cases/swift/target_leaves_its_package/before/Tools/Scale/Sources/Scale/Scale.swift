public struct Scale {}
