<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

const SEASONS = ['winter', 'spring', 'summer', 'autumn'];

/** The season that a day lies in. */
function season_of(\DateTimeInterface $day): string
{
    return SEASONS[intdiv((int) $day->format('n') % 12, 3)];
}
