<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

/** Finds the handler of a request. */
final class Router
{
    /** @var list<array{string, string, callable}> */
    private array $routes = [];

    /** @param Routes $routes what is mounted below the prefix */
    public function mount(string $prefix, Routes $routes, ?callable $guard = null): void
    {
        foreach ($routes->routes() as [$method, $path, $handler]) {
            $this->routes[] = [$method, $prefix . $path, $guard ? $guard($handler) : $handler];
        }
    }

    public function dispatch(Request $request): Response
    {
        foreach ($this->routes as [$method, $path, $handler]) {
            $pattern = '#^' . preg_replace('#\{\w+\}#', '(\d+)', $path) . '$#';
            if ($method === $request->method && preg_match($pattern, $request->path, $found)) {
                return $handler($request, ...array_map('intval', array_slice($found, 1)));
            }
        }
        throw new NotFoundError("nothing answers {$request->method} {$request->path}");
    }
}
