package coop.waxmoor;

import coop.waxmoor.models.Harvest;
import coop.waxmoor.models.Hive;
import coop.waxmoor.repositories.HarvestRepository;
import coop.waxmoor.repositories.HiveRepository;
import coop.waxmoor.repositories.InspectionRepository;
import coop.waxmoor.repositories.KeeperRepository;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import java.util.List;
import java.util.Map;

/** Asks the application and compares its answers. */
class ApplicationTest {
    private final Application application = new Application();

    Response ask(String method, String path, Map<String, Object> body, boolean signed) {
        Map<String, String> headers = signed ? Map.of("X-Keeper", "1") : Map.of();
        return application.handle(new Request(method, path, body, headers));
    }

    Response ask(String method, String path) {
        return ask(method, path, Map.of(), true);
    }

    void forgetAll() {
        HiveRepository.INSTANCE.clear();
        HarvestRepository.INSTANCE.clear();
        InspectionRepository.INSTANCE.clear();
        KeeperRepository.INSTANCE.clear();
    }

    void same(Object expected, Object actual) {
        if (!expected.equals(actual)) {
            throw new AssertionError(actual + " is not " + expected);
        }
    }

    void testHives() {
        same(201, ask("POST", "/hives", Map.of("place", "orchard", "frames", 10), true).status());
        same("orchard", ((Hive) ask("GET", "/hives/1").body()).getPlace());
        same(1, ask("GET", "/hives/count").body());
        same(204, ask("DELETE", "/hives/1").status());
        same(404, ask("GET", "/hives/1").status());
        same(422, ask("POST", "/hives", Map.of("place", "orchard", "frames", 99), true).status());
        same(401, ask("POST", "/hives", Map.of(), false).status());
    }

    void testHarvests() {
        ask("POST", "/hives", Map.of("place", "heath", "frames", 8), true);
        Map<String, Object> data = Map.of("hive", 1, "day", "2026-07-01", "weight", 21_000);
        Harvest made = (Harvest) ask("POST", "/harvests", data, true).body();
        same("golden", made.getGrade());
        same(189, made.getWorth());
        same("{SUMMER=21000}", ask("GET", "/harvests/totals").body().toString());
        same(422, ask("POST", "/harvests", Map.of("hive", 1, "weight", 0), true).status());
    }

    void testInspections() {
        ask("POST", "/hives", Map.of("place", "heath", "frames", 8), true);
        ask("POST", "/hives/1/inspections", Map.of("mites", 1), true);
        ask("POST", "/hives/1/inspections", Map.of("mites", 7), true);
        same(1, ((List<?>) ask("GET", "/inspections/warnings").body()).size());
    }

    void testKeepers() {
        ask("POST", "/keepers", Map.of("name", "Ada"), true);
        ask("POST", "/hives", Map.of("place", "heath", "frames", 8, "keeper", 1), true);
        same(1, ((List<?>) ask("GET", "/keepers/keepers/1/hives").body()).size());
        same(401, ask("GET", "/keepers", Map.of(), false).status());
    }
}
