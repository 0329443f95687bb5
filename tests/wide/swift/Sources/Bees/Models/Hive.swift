struct Hive {
    let name: String
    let weight: Int
}
