final class AuditService {
    private let store: HiveStore
    private let report: ReportService

    init(store: HiveStore) {
        self.store = store
        report = ReportService(store)
    }

    func first() -> String {
        store.find(1).name + report.report()
    }
}
