public struct Shelf {}
