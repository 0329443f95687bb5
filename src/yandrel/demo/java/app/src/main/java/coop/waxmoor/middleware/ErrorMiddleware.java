package coop.waxmoor.middleware;

import coop.waxmoor.shared.InvalidException;
import coop.waxmoor.shared.NotFoundException;
import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import java.util.function.Function;

/** Turns errors into answers. */
public class ErrorMiddleware implements Middleware {
    @Override
    public Response process(Request request, Function<Request, Response> next) {
        try {
            return next.apply(request);
        } catch (NotFoundException error) {
            return new Response(404, error.getMessage());
        } catch (InvalidException error) {
            return new Response(422, error.getMessage());
        }
    }
}
