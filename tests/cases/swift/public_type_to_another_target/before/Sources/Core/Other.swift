public struct Other {}
