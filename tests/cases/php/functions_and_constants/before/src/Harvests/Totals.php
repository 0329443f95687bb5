<?php

namespace Waxmoor\Harvests;

use function Waxmoor\Shared\season_of;
use const Waxmoor\Shared\SEASONS;

echo season_of(count(SEASONS)), \Waxmoor\Shared\season_of(1);
