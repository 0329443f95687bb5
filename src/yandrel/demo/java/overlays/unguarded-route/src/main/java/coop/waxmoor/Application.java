package coop.waxmoor;

import coop.waxmoor.middleware.MembersOnlyMiddleware;
import coop.waxmoor.middleware.Middleware;
import coop.waxmoor.routes.HarvestRoutes;
import coop.waxmoor.routes.HiveRoutes;
import coop.waxmoor.routes.InspectionRoutes;
import coop.waxmoor.routes.KeeperRoutes;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import coop.waxmoor.shared.Router;
import java.io.IOException;
import java.io.InputStream;
import java.util.Properties;

/** The application: its routes, mounted, behind the middleware that application.properties names. */
public class Application {
    private final Router router = new Router()
            .mount("/hives", HiveRoutes.router())
            .mount("", InspectionRoutes.router())
            .mount("/harvests", HarvestRoutes.router())
            .mount("/keepers", KeeperRoutes.router());
    private final Middleware first = load("middleware.first");
    private final Middleware second = load("middleware.second");

    public Response handle(Request request) {
        return first.process(request, asked -> second.process(asked, router::dispatch));
    }

    private static Middleware load(String key) {
        Properties properties = new Properties();
        try (InputStream stream = Application.class.getResourceAsStream("/application.properties")) {
            properties.load(stream);
            return (Middleware) Class.forName(properties.getProperty(key)).getConstructor().newInstance();
        } catch (IOException | ReflectiveOperationException error) {
            throw new IllegalStateException(error);
        }
    }
}
