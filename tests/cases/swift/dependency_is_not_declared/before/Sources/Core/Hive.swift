public struct Hive {}
