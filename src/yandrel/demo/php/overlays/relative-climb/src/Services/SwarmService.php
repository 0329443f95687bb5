<?php

declare(strict_types=1);

namespace Waxmoor\Services;

require_once __DIR__ . '/../../src/Shared/season.php';

/** Swarms that left. */
final class SwarmService
{
    public function count(array $swarms): int
    {
        return count($swarms);
    }
}
