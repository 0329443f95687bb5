/// Counts what there is.
final class Tally {
    func fits(_ harvest: Harvest?) -> Bool {
        harvest != nil
    }
}
