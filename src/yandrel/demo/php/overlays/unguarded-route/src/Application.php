<?php

declare(strict_types=1);

namespace Waxmoor;

use Waxmoor\Middleware\MembersOnlyMiddleware;
use Waxmoor\Routes\{HarvestRoutes, HiveRoutes, InspectionRoutes, KeeperRoutes};
use Waxmoor\Shared\{Request, Response, Router};

/**
 * The application: its routes, mounted, behind its middleware.
 */
final class Application
{
    private Router $router;

    public function __construct()
    {
        $this->router = new Router();
        $this->router->mount('/hives', new HiveRoutes());
        $this->router->mount('', new InspectionRoutes());
        $this->router->mount('/harvests', new HarvestRoutes());
        $this->router->mount('/keepers', new KeeperRoutes());
    }

    public function handle(Request $request): Response
    {
        $next = fn (Request $request): Response => $this->router->dispatch($request);
        foreach (array_reverse(require __DIR__ . '/../config/handlers.php') as $class) {
            $middleware = new $class();
            $next = fn (Request $request): Response => $middleware->process($request, $next);
        }
        return $next($request);
    }
}
