<?php

declare(strict_types=1);

namespace Waxmoor\Middleware;

use Waxmoor\Shared\InvalidError;
use Waxmoor\Shared\NotFoundError;
use Waxmoor\Shared\Request;
use Waxmoor\Shared\Response;

/** Turns errors into answers. */
final class ErrorMiddleware
{
    /** @param callable(Request): Response $next */
    public function process(Request $request, callable $next): Response
    {
        try {
            return $next($request);
        } catch (NotFoundError $error) {
            return new Response(['error' => $error->getMessage()], 404);
        } catch (InvalidError $error) {
            return new Response(['error' => $error->getMessage()], 422);
        }
    }
}
