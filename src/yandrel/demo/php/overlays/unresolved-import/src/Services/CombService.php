<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use Waxmoor\Models\Comb;

/** What can be done with combs. */
final class CombService
{
    public function fits(?Comb $comb): bool
    {
        return $comb !== null;
    }
}
