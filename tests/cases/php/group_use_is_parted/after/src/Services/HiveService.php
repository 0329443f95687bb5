<?php

namespace Waxmoor\Services;

use Waxmoor\Hives\Hive;
use Waxmoor\Models\{Keeper};

class HiveService
{
    public function own(Keeper $keeper): Hive
    {
        return new Hive();
    }
}
