<?php

declare(strict_types=1);

namespace Waxmoor\Odds;

/** Nobody knows where it belongs. */
final class OddsAndEnds
{
    public function show(): string
    {
        return 'fair';
    }
}
