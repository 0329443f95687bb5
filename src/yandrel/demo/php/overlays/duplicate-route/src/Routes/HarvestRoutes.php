<?php

declare(strict_types=1);

namespace Waxmoor\Routes;

use Waxmoor\Controllers\HarvestController;
use Waxmoor\Shared\Routes;

final class HarvestRoutes implements Routes
{
    public function routes(): array
    {
        $controller = new HarvestController();
        return [
            ['GET', '', [$controller, 'index']],
            ['POST', '', [$controller, 'create']],
            ['GET', '/totals', [$controller, 'totals']],
            ['GET', '/totals', [$controller, 'index']],
            ['DELETE', '/{number}', [$controller, 'delete']],
        ];
    }
}
