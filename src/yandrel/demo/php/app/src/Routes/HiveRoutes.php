<?php

declare(strict_types=1);

namespace Waxmoor\Routes;

use Waxmoor\Controllers\HiveController;
use Waxmoor\Shared\Routes;

final class HiveRoutes implements Routes
{
    public function routes(): array
    {
        $controller = new HiveController();
        return [
            ['GET', '', [$controller, 'index']],
            ['POST', '', [$controller, 'create']],
            ['GET', '/count', [$controller, 'count']],
            ['GET', '/{number}', [$controller, 'show']],
            ['DELETE', '/{number}', [$controller, 'delete']],
        ];
    }
}
