<?php

namespace Waxmoor\Shared;

class Week
{
    public function season(): string
    {
        return strtoupper(season_of(7)) . count(SEASONS);
    }
}
