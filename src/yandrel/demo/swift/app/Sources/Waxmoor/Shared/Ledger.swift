let opened = 1954

/// Keeps rows by number.
final class Ledger<Row> {
    private var rows: [Row] = []

    var all: [Row] { rows }

    func add(_ row: Row) -> Int {
        rows.append(row)
        return rows.count
    }

    func find(_ number: Int) -> Row? {
        rows.indices.contains(number - 1) ? rows[number - 1] : nil
    }
}
