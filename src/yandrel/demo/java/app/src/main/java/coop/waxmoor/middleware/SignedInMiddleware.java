package coop.waxmoor.middleware;

import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import java.util.function.Function;

/** Lets only keepers who say who they are change anything. */
public class SignedInMiddleware implements Middleware {
    @Override
    public Response process(Request request, Function<Request, Response> next) {
        if (!request.method().equals("GET") && !request.headers().containsKey("X-Keeper")) {
            return new Response(401, "say who you are");
        }
        return next.apply(request);
    }
}
