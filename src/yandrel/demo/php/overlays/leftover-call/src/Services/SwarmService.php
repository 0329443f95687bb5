<?php

declare(strict_types=1);

namespace Waxmoor\Services;

/** Swarms that left. */
final class SwarmService
{
    public function count(array $swarms): int
    {
        var_dump($swarms);
        return count($swarms);
    }
}
