<?php

/** As much of a framework as this server needs. */
class Router
{
    /** @var array<string, Closure> */
    private array $routes = [];

    public function get(string $path, Closure|string $answer): self
    {
        $this->routes["GET $path"] = Closure::fromCallable($answer);
        return $this;
    }

    public function post(string $path, Closure|string $answer): self
    {
        $this->routes["POST $path"] = Closure::fromCallable($answer);
        return $this;
    }

    public function answer(string $route, array $request): string
    {
        return $this->routes[$route]($request);
    }
}
