package coop.waxmoor.controllers;

import coop.waxmoor.services.KeeperService;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;

public class KeeperController extends BaseController {
    private final KeeperService keepers = new KeeperService();

    public Response index(Request request, int[] numbers) {
        return answer(keepers.listKeepers());
    }

    public Response create(Request request, int[] numbers) {
        return Response.made(keepers.addKeeper((String) request.body().get("name")));
    }

    public Response hives(Request request, int[] numbers) {
        return answer(keepers.hivesOfKeeper(numbers[0]));
    }
}
