package coop.waxmoor.routes;

import coop.waxmoor.controllers.HiveController;
import coop.waxmoor.shared.Router;

public final class HiveRoutes {
    private HiveRoutes() {
    }

    public static Router router() {
        HiveController controller = new HiveController();
        return new Router()
                .add("GET", "", controller::index)
                .add("POST", "", controller::create)
                .add("GET", "/count", controller::count)
                .add("GET", "/{number}", controller::show)
                .add("DELETE", "/{number}", controller::delete);
    }
}
