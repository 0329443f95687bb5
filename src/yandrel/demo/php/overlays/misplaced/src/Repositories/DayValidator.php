<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

/** Says what is a day. */
final class DayValidator
{
    public function show(): string
    {
        return 'fair';
    }
}
