<?php

namespace Waxmoor\Harvests;

use function Waxmoor\Calendar\season_of;
use const Waxmoor\Calendar\SEASONS;

echo season_of(count(SEASONS)), \Waxmoor\Calendar\season_of(1);
