public struct Page {}
