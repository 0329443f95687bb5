package coop.waxmoor;

import coop.waxmoor.errors.HiveNotFound;
import coop.waxmoor.repositories.HiveRepository;
import coop.waxmoor.routes.HiveRoutes;
import coop.waxmoor.services.HiveService;
import io.javalin.Javalin;
import io.javalin.http.NotFoundResponse;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;

public class App {
    private static final HiveService hives = new HiveService(new HiveRepository());

    public static void main(String[] args) {
        Javalin app = Javalin.create().start(7000);
        new HiveRoutes(hives).register(app);
        app.exception(HiveNotFound.class, (e, ctx) -> ctx.status(404).result(e.getMessage()));
    }
}
