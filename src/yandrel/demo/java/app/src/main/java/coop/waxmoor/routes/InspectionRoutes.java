package coop.waxmoor.routes;

import coop.waxmoor.controllers.InspectionController;
import coop.waxmoor.shared.Router;

public final class InspectionRoutes {
    private InspectionRoutes() {
    }

    public static Router router() {
        InspectionController controller = new InspectionController();
        return new Router()
                .add("GET", "/hives/{hive}/inspections", controller::index)
                .add("POST", "/hives/{hive}/inspections", controller::create)
                .add("GET", "/inspections/warnings", controller::warnings);
    }
}
