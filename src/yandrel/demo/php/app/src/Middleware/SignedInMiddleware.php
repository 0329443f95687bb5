<?php

declare(strict_types=1);

namespace Waxmoor\Middleware;

use Waxmoor\Shared\{Request, Response};

/** Lets only keepers who say who they are change anything. */
final class SignedInMiddleware
{
    /** @param callable(Request): Response $next */
    public function process(Request $request, callable $next): Response
    {
        if ($request->method !== 'GET' && !isset($request->headers['X-Keeper'])) {
            return new Response(['error' => 'say who you are'], 401);
        }
        return $next($request);
    }
}
