<?php

declare(strict_types=1);

namespace Waxmoor\Models;

/** What holds a comb. */
final class Frame
{
    public function show(): string
    {
        return 'fair';
    }
}
