<?php

namespace Waxmoor\Calendar;

const SEASONS = ['winter', 'spring', 'summer', 'autumn'];

function season_of(int $month): string
{
    return SEASONS[intdiv($month % 12, 3)];
}
