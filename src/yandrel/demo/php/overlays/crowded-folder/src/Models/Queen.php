<?php

declare(strict_types=1);

namespace Waxmoor\Models;

/** Who lays the eggs. */
final class Queen
{
    public function show(): string
    {
        return 'fair';
    }
}
