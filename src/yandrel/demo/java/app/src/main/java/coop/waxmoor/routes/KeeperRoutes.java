package coop.waxmoor.routes;

import coop.waxmoor.controllers.KeeperController;
import coop.waxmoor.shared.Router;

public final class KeeperRoutes {
    private KeeperRoutes() {
    }

    public static Router router() {
        KeeperController controller = new KeeperController();
        return new Router()
                .add("GET", "", controller::index)
                .add("POST", "", controller::create)
                .add("GET", "/keepers/{number}/hives", controller::hives);
    }
}
