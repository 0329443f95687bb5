<?php

namespace App\Http\Middleware;

use Closure;

class CheckKeeper
{
    public function handle($request, Closure $next)
    {
        return $next($request);
    }
}
