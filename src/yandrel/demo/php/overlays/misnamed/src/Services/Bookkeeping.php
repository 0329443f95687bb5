<?php

declare(strict_types=1);

namespace Waxmoor\Services;

/** What is in the till. */
final class Bookkeeping
{
    public function show(): string
    {
        return 'fair';
    }
}
