/// See ``BaseModel``.
final class Harvest: BaseModel {
    let hive: Int
    let grams: Int
    let month: Int

    init(hive: Int, grams: Int, month: Int) {
        self.hive = hive
        self.grams = grams
        self.month = month
    }

    var season: Season? { Season.of(month: month) }

    override func row() -> [String: Any] {
        ["number": number, "hive": hive, "share": HarvestService.share(grams)]
    }
}
