package coop.waxmoor.routes;

import coop.waxmoor.controllers.HarvestController;
import coop.waxmoor.shared.Router;

public final class HarvestRoutes {
    private HarvestRoutes() {
    }

    public static Router router() {
        HarvestController controller = new HarvestController();
        return new Router()
                .add("GET", "", controller::index)
                .add("POST", "", controller::create)
                .add("GET", "/totals", controller::totals)
                .add("GET", "/totals", controller::index)
                .add("DELETE", "/{number}", controller::delete);
    }
}
