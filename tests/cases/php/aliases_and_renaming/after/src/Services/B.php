<?php

namespace Waxmoor\Services;

use Waxmoor\Models\Colony as Hive;
use Other\Colony;

class B
{
    public function swap(Colony $colony, Hive $hive): string
    {
        return Hive::class;
    }
}
