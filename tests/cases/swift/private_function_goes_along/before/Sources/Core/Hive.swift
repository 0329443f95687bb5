struct Hive {
    let weight = weigh(3)
}

private func weigh(_ grams: Int) -> Int { grams }
