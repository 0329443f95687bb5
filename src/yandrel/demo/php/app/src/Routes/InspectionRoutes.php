<?php

declare(strict_types=1);

namespace Waxmoor\Routes;

use Waxmoor\Controllers\InspectionController;
use Waxmoor\Shared\Routes;

final class InspectionRoutes implements Routes
{
    public function routes(): array
    {
        $controller = new InspectionController();
        return [
            ['GET', '/hives/{hive}/inspections', [$controller, 'index']],
            ['POST', '/hives/{hive}/inspections', [$controller, 'create']],
            ['GET', '/inspections/warnings', [$controller, 'warnings']],
        ];
    }
}
