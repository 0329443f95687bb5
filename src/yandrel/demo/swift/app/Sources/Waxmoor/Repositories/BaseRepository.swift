class BaseRepository<Row: BaseModel> {
    private let ledger = Ledger<Row>()

    var all: [Row] { ledger.all }

    func save(_ row: Row) -> Row {
        row.number = ledger.add(row)
        return row
    }

    func find(_ number: Int) -> Row? {
        ledger.find(number)
    }
}
