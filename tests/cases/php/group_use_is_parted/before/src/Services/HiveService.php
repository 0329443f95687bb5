<?php

namespace Waxmoor\Services;

use Waxmoor\Models\{Hive, Keeper};

class HiveService
{
    public function own(Keeper $keeper): Hive
    {
        return new Hive();
    }
}
