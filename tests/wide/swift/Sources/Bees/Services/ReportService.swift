final class ReportService {
    private let hives: HiveStore

    init(_ hives: HiveStore) {
        self.hives = hives
    }

    func report() -> String {
        "\(hives.weigh()) \(hives.all().count)"
    }
}
