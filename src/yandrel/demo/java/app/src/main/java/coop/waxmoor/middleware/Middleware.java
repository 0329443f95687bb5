package coop.waxmoor.middleware;

import coop.waxmoor.shared.Request;
import coop.waxmoor.shared.Response;
import java.util.function.Function;

/** Stands between the server and the routes. */
public interface Middleware {
    Response process(Request request, Function<Request, Response> next);
}
