package coop.waxmoor.controllers;

import coop.waxmoor.repositories.HiveRepository;
import coop.waxmoor.services.HiveService;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;

public class HiveController extends BaseController {
    private final HiveService hives = new HiveService();

    public Response index(Request request, int[] numbers) {
        return answer(hives.listHives());
    }

    public Response create(Request request, int[] numbers) {
        return Response.made(hives.addHive(request.body()));
    }

    public Response count(Request request, int[] numbers) {
        return answer(HiveRepository.INSTANCE.all().size());
    }

    public Response show(Request request, int[] numbers) {
        return answer(hives.showHive(numbers[0]));
    }

    public Response delete(Request request, int[] numbers) {
        hives.giveUpHive(numbers[0]);
        return Response.gone();
    }
}
