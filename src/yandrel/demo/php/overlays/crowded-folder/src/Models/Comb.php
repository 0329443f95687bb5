<?php

declare(strict_types=1);

namespace Waxmoor\Models;

/** What bees build. */
final class Comb
{
    public function show(): string
    {
        return 'fair';
    }
}
