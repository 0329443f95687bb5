class BaseModel {
    var number = 0

    func row() -> [String: Any] {
        ["number": number]
    }
}
