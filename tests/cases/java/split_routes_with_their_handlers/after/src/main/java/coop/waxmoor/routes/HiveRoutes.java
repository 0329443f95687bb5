package coop.waxmoor.routes;

import coop.waxmoor.models.Hive;
import coop.waxmoor.services.HiveService;
import io.javalin.Javalin;
import io.javalin.http.Context;

public final class HiveRoutes {
    private final HiveService hives;

    public HiveRoutes(HiveService hives) {
        this.hives = hives;
    }

    public void register(Javalin app) {
        app.get("/hives", this::listHives);
        app.get("/hives/{id}", this::getHive);
        app.post("/hives", ctx -> {
            Hive hive = ctx.bodyAsClass(Hive.class);
            hives.add(hive);
            ctx.status(201).json(hive);
        });
    }

    void listHives(Context ctx) {
        ctx.json(hives.all());
    }

    void getHive(Context ctx) {
        ctx.json(hives.find(Integer.parseInt(ctx.pathParam("id"))));
    }
}
