<?php

namespace Waxmoor\Services;

use Seasons\Calendar;
use Waxmoor\Models\Hive;

class Hives
{
    public function open(Calendar $calendar): Hive
    {
        return new Hive();
    }
}
