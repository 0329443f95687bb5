<?php

declare(strict_types=1);

namespace Waxmoor\Models;

/** Who left. */
final class Swarm
{
    public function show(): string
    {
        return 'fair';
    }
}
