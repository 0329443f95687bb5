final class InspectionService {
    private let inspections: InspectionRepository

    init(inspections: InspectionRepository) {
        self.inspections = inspections
    }

    func note(_ hive: Hive, healthy: Bool) -> Inspection {
        inspections.save(Inspection(hive: hive.number, healthy: healthy))
    }
}
