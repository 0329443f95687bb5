package coop.waxmoor.routes;

import coop.waxmoor.shared.Response;
import coop.waxmoor.shared.Router;
import coop.waxmoor.shared.Season;
import java.time.LocalDate;

/** The season calendar. */
public final class SeasonRoutes {
    private SeasonRoutes() {
    }

    public static Router router() {
        return new Router().add("GET", "/today", (request, numbers) -> Response.ok(Season.of(LocalDate.now())));
    }
}
