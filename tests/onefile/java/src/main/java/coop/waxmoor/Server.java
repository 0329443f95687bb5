package coop.waxmoor;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Everything that Waxmoor does, in one file. */
public class Server {
    private final Map<String, Function<String, Object>> routes = new LinkedHashMap<>();

    Server() {
        HiveController hives = new HiveController(new HiveService(HiveRepository.SHARED));
        HarvestController harvests = new HarvestController(new HarvestService(new HarvestRepository()));
        routes.put("GET /hives", asked -> hives.index());
        routes.put("POST /hives", hives::create);
        routes.put("GET /harvests", asked -> harvests.index());
        routes.put("POST /harvests", harvests::create);
    }

    Object answer(String route, String body) {
        try {
            return routes.get(route).apply(body);
        } catch (InvalidException error) {
            return "400 " + error.getMessage();
        }
    }

    public static void main(String[] words) {
        Server server = new Server();
        System.out.println(server.answer("POST /hives", "Heather"));
        System.out.println(server.answer("POST /hives", ""));
        System.out.println(server.answer("POST /harvests", "1 12.5"));
        System.out.println(server.answer("POST /harvests", "2 9"));
        System.out.println(server.answer("GET /hives", ""));
        System.out.println(server.answer("GET /harvests", ""));
    }
}

/** Where bees live. */
record Hive(int number, String place) {
    Hive {
        if (place.isEmpty()) {
            throw new InvalidException("a hive stands somewhere");
        }
    }

    String label() {
        return number + " at " + place;
    }
}

enum Grade {
    LIGHT, HEAVY;

    static Grade of(double weight) {
        return weight > Harvest.HEAVY_FROM ? HEAVY : LIGHT;
    }
}

class Harvest {
    static final double HEAVY_FROM = 10;
    final Hive hive;
    private final double weight;

    Harvest(Hive hive, double weight) {
        this.hive = hive;
        this.weight = weight;
    }

    /** Returns what {@link Grade} it has. */
    Grade grade() {
        return Grade.of(weight);
    }
}

class HiveRepository {
    static final HiveRepository SHARED = new HiveRepository();
    private final List<Hive> rows = new ArrayList<>();

    List<Hive> all() {
        return rows;
    }

    Optional<Hive> find(int number) {
        return rows.stream().filter(hive -> hive.number() == number).findFirst();
    }
}

class HarvestRepository {
    final List<Harvest> rows = new ArrayList<>();
}

class HiveService {
    private final HiveRepository hives;

    HiveService(HiveRepository hives) {
        this.hives = hives;
    }

    List<Hive> list() {
        return hives.all();
    }

    Hive add(String place) {
        Hive hive = new Hive(hives.all().size() + 1, place);
        hives.all().add(hive);
        return hive;
    }
}

class HarvestService {
    private final HarvestRepository harvests;

    HarvestService(HarvestRepository harvests) {
        this.harvests = harvests;
    }

    Harvest add(int hive, double weight) {
        Hive found = HiveRepository.SHARED.find(hive)
                .orElseThrow(() -> new InvalidException("there is no hive " + hive));
        Harvest harvest = new Harvest(found, weight);
        harvests.rows.add(harvest);
        return harvest;
    }

    List<Harvest> list() {
        return harvests.rows;
    }
}

abstract class BaseController {
    protected String answer(int status, Object body) {
        return status + " " + body;
    }
}

class HiveController extends BaseController {
    private final HiveService service;

    HiveController(HiveService service) {
        this.service = service;
    }

    String index() {
        return answer(200, service.list().stream().map(Hive::label).toList());
    }

    String create(String body) {
        return answer(201, service.add(body).label());
    }
}

class HarvestController extends BaseController {
    private final HarvestService service;

    HarvestController(HarvestService service) {
        this.service = service;
    }

    String index() {
        return answer(200, service.list().stream().map(one -> one.hive.label() + ": " + one.grade()).toList());
    }

    String create(String body) {
        String[] words = body.split(" ");
        return answer(201, service.add(Integer.parseInt(words[0]), Double.parseDouble(words[1])).grade());
    }
}

class InvalidException extends RuntimeException {
    InvalidException(String why) {
        super(why);
    }
}
