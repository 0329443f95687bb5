final class InspectionService {
    private let inspections: InspectionRepository

    init(inspections: InspectionRepository) {
        self.inspections = inspections
    }

    func all() -> [Inspection] {
        inspections.all
    }

    func unhealthy() -> [Inspection] {
        inspections.all.filter { !$0.healthy }
    }

    func note(_ hive: Hive, healthy: Bool) -> Inspection {
        inspections.save(Inspection(hive: hive.number, healthy: healthy))
    }
}
