package coop.waxmoor.middleware;

import coop.waxmoor.shared.Handler;
import coop.waxmoor.shared.Response;

/** Lets only those through who say who they are. */
public final class MembersOnlyMiddleware {
    private MembersOnlyMiddleware() {
    }

    public static Handler around(Handler next) {
        return (request, numbers) -> {
            if (!request.headers().containsKey("X-Keeper")) {
                return new Response(401, "this is for members");
            }
            return next.handle(request, numbers);
        };
    }
}
