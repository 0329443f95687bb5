<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

use Waxmoor\Models\Harvest;

/** Counts what there is. */
final class Tally
{
    public function fits(?Harvest $harvest): bool
    {
        return $harvest !== null;
    }
}
