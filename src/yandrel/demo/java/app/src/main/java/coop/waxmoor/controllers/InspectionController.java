package coop.waxmoor.controllers;

import coop.waxmoor.services.InspectionService;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;

public class InspectionController extends BaseController {
    private final InspectionService inspections = new InspectionService();

    public Response index(Request request, int[] numbers) {
        return answer(inspections.listInspections(numbers[0]));
    }

    public Response create(Request request, int[] numbers) {
        return Response.made(inspections.addInspection(numbers[0], request.number("mites")));
    }

    public Response warnings(Request request, int[] numbers) {
        return answer(inspections.listWarnings());
    }
}
