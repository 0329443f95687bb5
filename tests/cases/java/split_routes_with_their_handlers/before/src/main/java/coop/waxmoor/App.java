package coop.waxmoor;

import io.javalin.Javalin;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

public class App {
    private static final HiveService hives = new HiveService(new HiveRepository());

    public static void main(String[] args) {
        Javalin app = Javalin.create().start(7000);
        app.get("/hives", App::listHives);
        app.get("/hives/{id}", App::getHive);
        app.post("/hives", ctx -> {
            Hive hive = ctx.bodyAsClass(Hive.class);
            hives.add(hive);
            ctx.status(201).json(hive);
        });
        app.exception(HiveNotFound.class, (e, ctx) -> ctx.status(404).result(e.getMessage()));
    }

    static void listHives(Context ctx) {
        ctx.json(hives.all());
    }

    static void getHive(Context ctx) {
        ctx.json(hives.find(Integer.parseInt(ctx.pathParam("id"))));
    }
}

class Hive {
    public int id;
    public String name;
    public int frames;
}

class HiveNotFound extends RuntimeException {
    HiveNotFound(int id) {
        super("no hive " + id);
    }
}

class HiveRepository {
    private final Map<Integer, Hive> kept = new ConcurrentHashMap<>();

    void save(Hive hive) {
        kept.put(hive.id, hive);
    }

    List<Hive> all() {
        return new ArrayList<>(kept.values());
    }

    Hive find(int id) {
        return kept.get(id);
    }
}

class HiveService {
    private final HiveRepository repository;

    HiveService(HiveRepository repository) {
        this.repository = repository;
    }

    void add(Hive hive) {
        repository.save(hive);
    }

    List<Hive> all() {
        return repository.all();
    }

    Hive find(int id) {
        Hive hive = repository.find(id);
        if (hive == null) {
            throw new HiveNotFound(id);
        }
        return hive;
    }
}
