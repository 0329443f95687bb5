<?php

namespace Waxmoor\Shared;

use function Waxmoor\Calendar\season_of;
use const Waxmoor\Calendar\SEASONS;

class Week
{
    public function season(): string
    {
        return strtoupper(season_of(7)) . count(SEASONS);
    }
}
