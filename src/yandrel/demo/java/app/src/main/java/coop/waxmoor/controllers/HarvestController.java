package coop.waxmoor.controllers;

import coop.waxmoor.services.HarvestService;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;

public class HarvestController extends BaseController {
    private final HarvestService harvests = new HarvestService();

    public Response index(Request request, int[] numbers) {
        return answer(harvests.listHarvests());
    }

    public Response create(Request request, int[] numbers) {
        return Response.made(harvests.addHarvest(request.body()));
    }

    public Response totals(Request request, int[] numbers) {
        return answer(harvests.sumUpHarvests());
    }

    public Response delete(Request request, int[] numbers) {
        harvests.cancelHarvest(numbers[0]);
        return Response.gone();
    }
}
