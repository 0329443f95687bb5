<?php

declare(strict_types=1);

namespace Waxmoor\Routes;

use Waxmoor\Controllers\KeeperController;
use Waxmoor\Shared\Routes;

final class KeeperRoutes implements Routes
{
    public function routes(): array
    {
        $controller = new KeeperController();
        return [
            ['GET', '', [$controller, 'index']],
            ['POST', '', [$controller, 'create']],
            ['GET', '/keepers/{number}/hives', [$controller, 'hives']],
        ];
    }
}
