package coop.waxmoor.services;

import coop.waxmoor.models.Inspection;
import coop.waxmoor.repositories.InspectionRepository;
import java.util.List;

/** What can be done with inspections. */
public class InspectionService {
    private final InspectionRepository inspections = InspectionRepository.INSTANCE;
    private final HiveService hives = new HiveService();

    public Inspection addInspection(int hive, int mites) {
        hives.showHive(hive);
        return inspections.add(new Inspection(hive, mites));
    }

    public List<Inspection> listInspections(int hive) {
        return inspections.all().stream().filter(row -> row.getHive() == hive).toList();
    }

    public List<Inspection> listWarnings() {
        return inspections.all().stream().filter(Inspection::isWarning).toList();
    }
}
