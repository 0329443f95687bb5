<?php

declare(strict_types=1);

namespace Waxmoor\Middleware;

use Waxmoor\Shared\{Request, Response};

/** Lets only those through who say who they are. */
final class MembersOnlyMiddleware
{
    public static function around(callable $next): callable
    {
        return function (Request $request, int ...$numbers) use ($next): Response {
            if (!isset($request->headers['X-Keeper'])) {
                return new Response(['error' => 'this is for members'], 401);
            }
            return $next($request, ...$numbers);
        };
    }
}
